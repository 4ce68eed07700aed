import { useState } from "react";
import type { Trouble, Unit } from "../api/client";
import { Dialog } from "../ui/Dialog";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";
import type { Change, OtherBit } from "./easing";

interface Props {
  troubles: readonly Trouble[];
  unit: Unit;
  /** Something went wrong on the way. */
  onMet: (key: string) => void;
  /** Puts a change into the plan of the cut; what came of it, in words, or null once it is there. */
  onChange: (change: Change) => Promise<string | null>;
  /** The bits that could make the cut too; in words why there are none. */
  bitsBeside: () => Promise<OtherBit[] | string>;
  onClose: () => void;
}

/** What goes wrong: what to do at once, and what to change. */
export function Troubles({ troubles, unit, onMet, onChange, bitsBeside, onClose }: Props) {
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
              <li key={line.says.metric}>
                <Words text={inUnit(line.says, unit)} />
                {line.eases ? <IntoPlan change={line.eases} onChange={onChange} /> : null}
                {line.other_bit ? <AnotherBit bitsBeside={bitsBeside} onChange={onChange} /> : null}
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

/** A change that the plan of the cut can take; this run goes on as it was planned. */
function IntoPlan({ change, onChange }: { change: Change; onChange: Props["onChange"] }) {
  const [came, setCame] = useState<string | null | undefined>(undefined);
  const [key, says] =
    typeof change === "string" ? [change, "Put it into the plan"] : [change.bit_id, change.name];
  if (came === undefined)
    return (
      <button
        type="button"
        className="button my-1 block w-fit text-body"
        data-testid={`ease-${key}`}
        onClick={() => void onChange(change).then(setCame)}
      >
        <Words text={says} />
      </button>
    );
  return (
    <p role="status" className="text-body font-normal" data-testid={`eased-${key}`}>
      {came ?? "It is in the plan now. This run follows the plan as it was: give it up, and begin anew."}
    </p>
  );
}

/** The bits that could make the cut too, each of which the plan can take. */
function AnotherBit({ bitsBeside, onChange }: Pick<Props, "bitsBeside" | "onChange">) {
  const [bits, setBits] = useState<OtherBit[] | string | null>(null);
  if (bits === null)
    return (
      <button
        type="button"
        className="button my-1 block w-fit text-body"
        data-testid="other-bits"
        onClick={() => void bitsBeside().then(setBits)}
      >
        Which other bits?
      </button>
    );
  if (typeof bits === "string")
    return (
      <p role="status" className="text-body font-normal">
        {bits}
      </p>
    );
  return (
    <div className="flex flex-wrap gap-2">
      {bits.map((bit) => (
        <IntoPlan key={bit.bit_id} change={bit} onChange={onChange} />
      ))}
    </div>
  );
}
