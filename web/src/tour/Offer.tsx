import { X } from "lucide-react";
import { useState } from "react";
import { haveLooked, looked } from "./seen";

/** Offers the first tour, until somebody took it or said that they need not. */
export function Offer({ onLook }: { onLook: () => void }) {
  const [needed, setNeeded] = useState(() => !looked());
  if (!needed) return null;
  const away = () => {
    haveLooked();
    setNeeded(false);
  };
  return (
    <div
      className="hidden items-start gap-1 border-b border-rule px-1.5 pb-2 lg:flex"
      data-testid="tour-offer"
    >
      <p className="flex-1 text-small leading-snug">
        First time here?{" "}
        <button
          type="button"
          className="quiet"
          onClick={() => {
            away();
            onLook();
          }}
        >
          Look round, one minute
        </button>
      </p>
      <button
        type="button"
        className="rounded p-1 hover:bg-bench"
        aria-label="No need to look round"
        onClick={away}
      >
        <X size={16} aria-hidden />
      </button>
    </div>
  );
}
