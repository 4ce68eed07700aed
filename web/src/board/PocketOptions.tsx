import { useState } from "react";
import type { PocketIn, Problem, Unit } from "../api/client";
import { Choice } from "../ui/Choice";
import { LengthField } from "../ui/LengthField";
import { FORMS } from "./pockets";
import type { Repeating } from "./repeating";
import { Degrees, HeldBy, times } from "./WorkOptions";

interface Props {
  draft: PocketIn;
  unit: Unit;
  problem: Problem | null;
  repeating: Repeating;
  onEdit: (change: Partial<PocketIn>) => void;
}

type OpenSides = NonNullable<PocketIn["open_sides"]>;

const OPEN: readonly (readonly [string, string])[] = [
  ["", "Closed all round"],
  ["near", "Open at the near edge"],
  ["far", "Open at the far edge"],
  ["left", "Open at the left end"],
  ["right", "Open at the right end"],
];

/** How a pocket lies, ends, repeats, is guided and held. */
export function PocketOptions({ draft, unit, problem, repeating, onEdit }: Props) {
  const [more, setMore] = useState(false);
  const form = FORMS[draft.form];
  const maybe = (name: "radius" | "template", label: string, placeholder: string) => (
    <span className="flex items-center gap-1.5 text-[14px]">
      {label}
      <LengthField
        label={label}
        name={name}
        value={draft[name] ?? { typed: "", unit }}
        unit={unit}
        placeholder={placeholder}
        problem={problem?.field === `cut.${name}` ? problem : null}
        onType={(typed) => onEdit({ [name]: typed.typed.trim() === "" ? null : typed })}
        className="w-[5em] rounded border border-rule bg-paper px-1.5 py-1.5 text-[14px]"
        messageAt="floating"
      />
    </span>
  );
  return (
    <div className="mt-1.5 flex flex-wrap items-center gap-1.5" data-testid="pocket-options">
      {form.round || !form.placed ? null : (
        <Choice
          label="It lies"
          value={draft.turned ? "across" : "along"}
          options={[
            ["along", "Along the board"],
            ["across", "Across the board"],
          ]}
          onPick={(value) => onEdit({ turned: value === "across", clamps: [] })}
        />
      )}
      {form.placed ? (
        <Choice
          label="Goes"
          value={draft.through ? "through" : "floor"}
          options={[
            ["floor", "Leaves a floor"],
            ["through", "Right through"],
          ]}
          onPick={(value) => onEdit({ through: value === "through" })}
        />
      ) : null}
      {draft.form === "lap" ? (
        <>
          <Choice
            label="Faces"
            value={draft.both_faces ? "both" : "one"}
            options={[
              ["one", "One face: a half-lap"],
              ["both", "Both faces: a tenon"],
            ]}
            onPick={(value) => onEdit({ both_faces: value === "both" })}
          />
          <Choice
            label="Depth by"
            value={draft.leaves ? "left" : "typed"}
            options={[
              ["typed", "Depth as typed"],
              ["left", "By what is left"],
            ]}
            onPick={(value) => onEdit({ leaves: value === "left" ? draft.depth : null })}
          />
        </>
      ) : null}
      {draft.form === "recess" ? (
        <>
          <Choice
            label="Open"
            value={draft.open_sides?.[0] ?? ""}
            options={OPEN}
            onPick={(value) => onEdit({ open_sides: value ? ([value] as unknown as OpenSides) : [] })}
          />
          <Choice
            label="Depth by"
            value={draft.leaf ? "leaf" : "typed"}
            options={[
              ["typed", "Depth as typed"],
              ["leaf", "Set by the part"],
            ]}
            onPick={(value) => onEdit({ leaf: value === "leaf" })}
          />
        </>
      ) : null}
      {draft.through && (form.round || draft.form === "cut-out") && draft.form !== "ring" ? (
        <Choice
          label="The piece"
          value={draft.loose ?? ""}
          options={[
            ["", "Piece held: not said"],
            ["tape", "Tape holds it"],
            ["screws", "Screws hold it"],
            ["tabs", "Tabs are left"],
            ["skin", "A skin is left"],
          ]}
          onPick={(value) => onEdit({ loose: (value || null) as NonNullable<PocketIn["loose"]> | null })}
        />
      ) : null}
      {form.placed ? (
        <Choice
          label="Repeats"
          value={String(draft.count ?? 1)}
          options={times([2, 3, 4, 5, 6, 8, 10, 12])}
          disabled={repeating.busy}
          onPick={(value) => repeating.ask(Number(value))}
        />
      ) : null}
      {more ? (
        <>
          {draft.form === "ring" ? (
            <Degrees
              before="arc of"
              label="Arc, in degrees"
              name="sweep"
              value={draft.sweep ?? 360}
              min={1}
              max={360}
              onType={(sweep) => onEdit({ sweep: sweep || 360 })}
            />
          ) : null}
          {draft.form === "recess" ? maybe("radius", "corners", "as the bit") : null}
          {maybe("template", "template", "usual")}
          {draft.through ? (
            <Choice
              label="Below it"
              value={draft.backed ? "board" : ""}
              options={[
                ["", "Nothing said below"],
                ["board", "Sacrificial board"],
              ]}
              onPick={(value) => onEdit({ backed: value === "board" })}
            />
          ) : null}
          <HeldBy held={draft.held} onPick={(held) => onEdit({ held })} />
        </>
      ) : (
        <button type="button" className="quiet px-1" onClick={() => setMore(true)} data-testid="more-options">
          more
        </button>
      )}
    </div>
  );
}
