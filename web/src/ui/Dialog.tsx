import { X } from "lucide-react";
import { Dialog as Radix } from "radix-ui";
import { CaliperBar } from "../instruments/CaliperBar";
import { intoTheFirstField, keepMovedFocus } from "./focus";

interface Props {
  title: string;
  onClose: () => void;
  /** A choice that must be made cannot be closed by the side door. */
  mustChoose?: boolean;
  /** Stands beside what it changes instead of over it. */
  aside?: boolean;
  children: React.ReactNode;
}

/** The one dialog. */
export function Dialog({ title, onClose, mustChoose = false, aside = false, children }: Props) {
  return (
    <Radix.Root
      open
      onOpenChange={(open) => {
        if (!open && !mustChoose) onClose();
      }}
    >
      <Radix.Portal>
        <Radix.Overlay className={`fixed inset-0 z-40 ${aside ? "bg-black/10" : "bg-black/45"}`} />
        <Radix.Content
          className={`floating fixed top-1/2 left-1/2 z-50 max-h-[92dvh] w-[min(560px,96vw)] -translate-x-1/2 -translate-y-1/2 overflow-auto p-5 ${aside ? "lg:left-4 lg:translate-x-0" : ""}`}
          aria-describedby={undefined}
          onOpenAutoFocus={intoTheFirstField}
          onCloseAutoFocus={keepMovedFocus}
        >
          <div className="mb-3 flex items-start justify-between gap-3">
            <Radix.Title className="text-title font-bold leading-tight">{title}</Radix.Title>
            {mustChoose ? null : (
              <Radix.Close className="rounded p-1 hover:bg-bench" aria-label="Close">
                <X size={20} aria-hidden />
              </Radix.Close>
            )}
          </div>
          {children}
          <CaliperBar inDialog />
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
