import type { AskedField, CutPlan, LengthIn, Problem, Unit } from "../api/client";
import { LengthField } from "../ui/LengthField";
import { Words } from "../ui/Words";

export interface CutFieldProps {
  name: AskedField;
  label: string;
  value: LengthIn;
  plan: CutPlan | null;
  problem: Problem | null;
  unit: Unit;
  /** What is taken where nothing is typed. */
  placeholder?: string;
  /** Without its value in the other unit. */
  bare?: boolean;
  onType: (value: LengthIn) => void;
}

/** A dimension in the sentence of a cut, with its value in the other unit below it. */
export function CutField(props: CutFieldProps) {
  const { name, label, value, plan, problem, unit, placeholder = "", bare = false, onType } = props;
  const asked = plan?.asked.find((each) => each.field === name);
  const current = asked && asked.length.typed === value.typed && asked.length.unit === value.unit;
  return (
    <LengthField
      label={label}
      name={name}
      value={value}
      unit={unit}
      suffix={current ? asked.suffix : ""}
      placeholder={placeholder}
      problem={problem?.field === `cut.${name}` ? problem : null}
      onType={onType}
      className="token text-center"
      messageAt="floating"
      hint={
        bare ? null : (
          <span className="block h-[17px] text-center text-[13px] leading-tight font-normal text-ink-2 whitespace-nowrap">
            {current ? (
              <>
                {`${asked.suffix} ${asked.other.error ? "≈" : "="} `}
                <Words text={`${asked.other.number} ${asked.other.unit}`} />
              </>
            ) : null}
          </span>
        )
      }
    />
  );
}
