/** What a plan has to say where it is said: stops with their ways out, cautions and notes with their answers. */
import { OctagonX } from "lucide-react";
import { createContext, useContext } from "react";
import type { Caution, Change, Remedy, Unit } from "../api/client";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";

interface AnswersProps {
  code: string;
  /** Where what it asks to be measured is typed in. */
  typedIn: Caution["typed_in"];
  remedies: readonly Remedy[];
  unit: Unit;
  onEdit: (change: Change) => void;
}

/** What the person can say or do about a caution, as buttons. */
function Answers({ code, typedIn, remedies, unit, onEdit }: AnswersProps) {
  const mine = remedies.filter((each) => each.answers === code);
  const lead = useContext(Lead);
  if (mine.length === 0 && !typedIn) return null;
  return (
    <span className="mt-1 flex flex-wrap gap-1.5">
      {typedIn ? (
        <button
          type="button"
          className="button"
          onClick={() => lead(typedIn)}
          data-testid={`type-in-${code}`}
        >
          {typedIn === "assumed" ? "See what is assumed" : "Type it in"}
        </button>
      ) : null}
      {mine.map((each) => (
        <button
          key={each.says.metric}
          type="button"
          className="button"
          data-remedy={Object.keys(each.change).join(" ")}
          onClick={() => onEdit(each.change)}
        >
          {inUnit(each.says, unit)}
        </button>
      ))}
    </span>
  );
}

/** The number that its place bears in the drawing. */
function Place({ mark }: { mark: number | null }) {
  return mark === null ? null : (
    <span className="mr-1 whitespace-nowrap text-hazard" title={`marked ${mark} in the drawing`}>
      ▲{mark}
    </span>
  );
}

type Said = Omit<AnswersProps, "code" | "typedIn">;

/** Leads to where something that is to be measured is typed in. */
export const Lead = createContext<(to: NonNullable<Caution["typed_in"]>) => void>(() => {});

export function Stop({ stop, unit, remedies, untried, onEdit }: { stop: Caution; untried: boolean } & Said) {
  return (
    <div
      role="alert"
      className="my-1 border-2 border-cut bg-cut-soft/40 p-2 text-body"
      data-caution={stop.code}
      data-level="stop"
    >
      <p className="font-bold">
        <OctagonX size={20} aria-hidden className="mr-1 inline align-[-4px] text-cut" />
        Stop. <Place mark={stop.mark} />
        <Words text={inUnit(stop.message, unit)} />
      </p>
      <p>
        <Words text={inUnit(stop.do, unit)} />.
      </p>
      <Answers code={stop.code} typedIn={stop.typed_in} remedies={remedies} unit={unit} onEdit={onEdit} />
      {untried ? <p className="text-small text-ink-2">Trying what would do instead …</p> : null}
    </div>
  );
}

export function CautionLine({ caution, unit, remedies, onEdit }: { caution: Caution } & Said) {
  const strong = caution.level === "caution";
  return (
    <li
      className={
        strong
          ? "striped border-l-4 border-hazard px-2.5 py-1.5 text-small leading-snug"
          : "px-2.5 text-small text-ink-2"
      }
      data-caution={caution.code}
      data-level={caution.level}
    >
      <b className="font-semibold">
        <Place mark={caution.mark} />
        <Words text={inUnit(caution.message, unit)} />.
      </b>{" "}
      <Words text={inUnit(caution.do, unit)} />.
      <Answers
        code={caution.code}
        typedIn={caution.typed_in}
        remedies={remedies}
        unit={unit}
        onEdit={onEdit}
      />
    </li>
  );
}
