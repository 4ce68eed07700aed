import type { TemplateView, Unit } from "../api/client";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";
import type { Chosen } from "./pair";

interface Props {
  unit: Unit;
  /** The radius to which they are rounded; 0 as they are drawn. */
  corners: number;
  view: TemplateView | null;
  onRound: (radius: number) => void;
  onKeep: () => void;
  onPair: (change: Partial<Chosen>) => void;
}

/** What to do about corners that bit and guide do not enter: round them, or take a pair that reaches further. */
export function Corners({ unit, corners, view, onRound, onKeep, onPair }: Props) {
  const { round_to: least, reaching } = view ?? { round_to: null, reaching: null };
  if (!corners && least === null && !reaching) return null;
  return (
    <div className="flex flex-col gap-2" data-testid="corners">
      {corners ? (
        <>
          {view?.rounded ? (
            <p className="text-body">
              <Words text={inUnit(view.rounded, unit)} />.
            </p>
          ) : null}
          <span className="flex flex-wrap gap-2">
            <button type="button" className="button" onClick={() => onRound(0)} data-testid="as-drawn">
              As it is drawn
            </button>
            <button type="button" className="button" onClick={onKeep} data-testid="keep-rounded">
              Keep it so, by itself
            </button>
          </span>
        </>
      ) : null}
      {!corners && least !== null ? (
        <button
          type="button"
          className="button self-start"
          onClick={() => onRound(least)}
          data-testid="round-corners"
        >
          Round its corners to what can be cut <kbd className="text-note text-ink-2">V</kbd>
        </button>
      ) : null}
      {reaching ? (
        <p className="text-body">
          <Words text={inUnit(reaching.says, unit)} />.{" "}
          <button
            type="button"
            className="font-semibold underline"
            onClick={() => onPair({ guide: reaching.guide_id, bit: reaching.bit_id })}
            data-testid="take-reaching"
          >
            Take these
          </button>
        </p>
      ) : null}
    </div>
  );
}
