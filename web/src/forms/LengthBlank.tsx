/** A length, typed where it stands. */
import { LengthField } from "../ui/LengthField";
import { Words } from "../ui/Words";
import { reading } from "../ui/words";
import type { Look } from "./FormBlank";
import { type BlankOf, type Filling, lengthAt } from "./filling";

interface Props {
  blank: BlankOf<"length">;
  filling: Filling;
  look: Look;
}

const CLASSES: Record<Look, string> = {
  sentence: "token text-center",
  option: "w-[5em] rounded border border-rule bg-paper px-1.5 py-1.5 text-small",
  first: "field",
};

export function LengthBlank({ blank, filling, look }: Props) {
  const { plan, unit, prefix, problemAt, onEdit } = filling;
  const value = lengthAt(filling, blank.field);
  const asked = plan?.asked.find((each) => each.field === blank.field);
  const current = asked && asked.length.typed === value.typed && asked.length.unit === value.unit;
  const figure = blank.figure ? plan?.figures.find((each) => each.key === blank.figure) : undefined;
  const field = (
    <LengthField
      label={blank.label}
      name={`${prefix}${blank.field}`}
      value={value}
      unit={unit}
      suffix={current ? asked.suffix : ""}
      placeholder={figure ? reading(figure.shown, unit).number : blank.placeholder}
      problem={problemAt(blank.field)}
      onType={(typed) =>
        onEdit({ [blank.field]: blank.optional && typed.typed.trim() === "" ? null : typed })
      }
      className={CLASSES[look]}
      messageAt={look === "first" ? "below" : "floating"}
      hint={
        look === "sentence" ? (
          <span className="block h-[17px] text-center text-note leading-tight font-normal text-ink-2 whitespace-nowrap">
            {current ? (
              <>
                {`${asked.suffix} ${asked.other.error ? "≈" : "="} `}
                <Words text={`${asked.other.number} ${asked.other.unit}`} />
                {asked.meant ? (
                  <button
                    type="button"
                    className="quiet ml-2"
                    onClick={() => onEdit({ [blank.field]: { typed: asked.meant ?? "", unit } })}
                    data-testid={`meant-${blank.field}`}
                  >
                    {asked.meant}?
                  </button>
                ) : null}
              </>
            ) : null}
          </span>
        ) : null
      }
    />
  );
  switch (look) {
    case "sentence":
      return (
        <span className="inline-flex items-start">
          {field}
          {blank.after ? <span>{blank.after}</span> : null}
          {blank.remove ? (
            <button
              type="button"
              className="quiet ml-[0.36em] self-center text-small"
              aria-label={`Leave ${blank.label.toLowerCase()} out`}
              onClick={() => onEdit(blank.remove ?? {})}
            >
              ×
            </button>
          ) : null}
        </span>
      );
    case "option":
      return (
        <span className="flex items-center gap-1.5 text-small">
          {blank.label}
          {field}
        </span>
      );
    case "first":
      return (
        <div className="flex flex-col gap-1">
          <span className="label">{blank.label}</span>
          {field}
        </div>
      );
    default:
      return look satisfies never;
  }
}
