import { useState } from "react";
import type { CutPlan, DadoIn, LengthIn, Unit } from "../api/client";
import { Choice } from "../ui/Choice";
import type { Repeating } from "./repeating";
import { Degrees, HeldBy, times } from "./WorkOptions";

interface Props {
  draft: DadoIn;
  plan: CutPlan | null;
  unit: Unit;
  repeating: Repeating;
  onEdit: (change: Partial<DadoIn>) => void;
}

type Ends = "through" | "first" | "last" | "both";

const endsOf = (draft: DadoIn): Ends => {
  if (draft.stop_first) return draft.stop_last ? "both" : "first";
  return draft.stop_last ? "last" : "through";
};

/** How a channel lies, ends and repeats, what it is for, how it is guided and held. */
export function ChannelOptions({ draft, plan, unit, repeating, onEdit }: Props) {
  const [more, setMore] = useState(false);
  const along = draft.goes === "along";
  const usual: LengthIn = { typed: unit === "mm" ? "10" : "3/8", unit };
  const stop = (ends: Ends) =>
    onEdit({
      stop_first: ends === "first" || ends === "both" ? (draft.stop_first ?? draft.stop_last ?? usual) : null,
      stop_last: ends === "last" || ends === "both" ? (draft.stop_last ?? draft.stop_first ?? usual) : null,
    });
  const fitted = (value: string) => {
    const width = plan?.asked.find((each) => each.field === "width")?.length ?? draft.width;
    if (value === "part")
      onEdit({
        width: null,
        mate: { thickness: draft.width ?? { typed: "", unit }, measured: true, sheet: true, fit: "sliding" },
      });
    else if (draft.mate) onEdit({ mate: null, width: width ?? draft.mate.thickness });
  };
  return (
    <div className="mt-1.5 flex flex-wrap items-center gap-1.5" data-testid="channel-options">
      <Choice
        label="It goes"
        value={along ? "along" : "across"}
        options={[
          ["across", "Across the board"],
          ["along", "Along the board"],
        ]}
        onPick={(value) =>
          onEdit(
            value === "along"
              ? { goes: "along", end: "near", angle: 0, mirrored: false, clamps: [] }
              : { goes: "across", end: "left", clamps: [] },
          )
        }
      />
      <Choice
        label="Floor"
        value={draft.shape ?? "square"}
        options={[
          ["square", "Square floor"],
          ["round", "Round nose"],
          ["v", "V groove"],
          ["t-slot", "T-slot"],
          ["keyhole", "Keyhole"],
        ]}
        onPick={(value) => onEdit({ shape: value as NonNullable<DadoIn["shape"]>, bit_id: null })}
      />
      <Choice
        label="Width"
        value={draft.mate ? "part" : "typed"}
        options={[
          ["typed", "Width as typed"],
          ["part", "To fit a part"],
        ]}
        onPick={fitted}
      />
      <Choice
        label="Ends"
        value={endsOf(draft)}
        options={[
          ["through", "Right through"],
          ["first", along ? "Stopped left" : "Stopped near"],
          ["last", along ? "Stopped right" : "Stopped far"],
          ["both", "Stopped both ends"],
        ]}
        onPick={(value) => stop(value as Ends)}
      />
      <Choice
        label="Repeats"
        value={(draft.more ?? []).length > 0 ? "places" : String(draft.count ?? 1)}
        options={[...times([2, 3, 4, 5, 6, 8, 10, 12, 16, 20, 24, 30, 40]), ["places", "At given places"]]}
        disabled={repeating.busy}
        onPick={(value) => repeating.ask(value === "places" ? null : Number(value))}
      />
      {(draft.more ?? []).length > 0 ? (
        <button
          type="button"
          className="quiet px-1"
          disabled={repeating.busy}
          onClick={() => repeating.ask(null)}
          data-testid="another-place"
        >
          one more
        </button>
      ) : null}
      {more ? (
        <>
          {along ? null : (
            <>
              <Choice
                label="Boards"
                value={draft.mirrored ? "pair" : "one"}
                options={[
                  ["one", "One board"],
                  ["pair", "A mirrored pair"],
                ]}
                onPick={(value) => onEdit({ mirrored: value === "pair", clamps: [] })}
              />
              <Degrees
                before="turned"
                label="Turned, in degrees"
                name="angle"
                value={draft.angle ?? 0}
                min={-60}
                max={60}
                step={0.5}
                onType={(angle) => onEdit({ angle, clamps: [] })}
              />
            </>
          )}
          <HeldBy held={draft.held} onPick={(held) => onEdit({ held })} />
          <Choice
            label="Depth by"
            value={draft.leaf ? "leaf" : "typed"}
            options={[
              ["typed", "Depth as typed"],
              ["leaf", "Set by the part"],
            ]}
            onPick={(value) => onEdit({ leaf: value === "leaf" })}
          />
          {draft.mate ? (
            <Choice
              label="The part"
              value={draft.mate.measured ? "measured" : "named"}
              options={[
                ["measured", "Part measured"],
                ["named", "Part not measured"],
              ]}
              onPick={(value) =>
                draft.mate && onEdit({ mate: { ...draft.mate, measured: value === "measured" } })
              }
            />
          ) : null}
        </>
      ) : (
        <button type="button" className="quiet px-1" onClick={() => setMore(true)} data-testid="more-options">
          more
        </button>
      )}
    </div>
  );
}
