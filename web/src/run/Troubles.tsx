import { useState } from "react";
import type { Trouble, Unit } from "../api/client";
import { Dialog } from "../ui/Dialog";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";

interface Props {
  troubles: readonly Trouble[];
  unit: Unit;
  /** Something went wrong on the way. */
  onMet: (key: string) => void;
  onClose: () => void;
}

/** What goes wrong: what to do at once, and what to change. */
export function Troubles({ troubles, unit, onMet, onClose }: Props) {
  const [open, setOpen] = useState<string | null>(null);
  const shown = troubles.find((each) => each.key === open);
  return (
    <Dialog title={shown ? inUnit(shown.name, unit) : "What is wrong?"} onClose={onClose}>
      {shown ? (
        <div data-testid="trouble-says">
          <ul className="flex list-disc flex-col gap-1 pl-5 text-title font-semibold leading-snug">
            {shown.now.map((line) => (
              <li key={line.metric}>
                <Words text={inUnit(line, unit)} />
              </li>
            ))}
          </ul>
          <p className="label mt-4">Then change</p>
          <ul className="flex list-disc flex-col gap-1 pl-5 text-title leading-snug">
            {shown.change.map((line) => (
              <li key={line.metric}>
                <Words text={inUnit(line, unit)} />
              </li>
            ))}
          </ul>
          <button type="button" className="button mt-4" onClick={() => setOpen(null)}>
            Something else
          </button>
        </div>
      ) : (
        <div className="grid grid-cols-2 gap-2">
          {troubles.map((each) => (
            <button
              key={each.key}
              type="button"
              className="button min-h-14 text-strong"
              data-testid={`trouble-${each.key}`}
              onClick={() => {
                setOpen(each.key);
                onMet(each.key);
              }}
            >
              {inUnit(each.name, unit)}
            </button>
          ))}
        </div>
      )}
    </Dialog>
  );
}
