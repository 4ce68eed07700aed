import { useState } from "react";
import type { CutPlan, EdgeCutIn } from "../api/client";
import { Choice } from "../ui/Choice";

interface Props {
  draft: EdgeCutIn;
  plan: CutPlan | null;
  onEdit: (change: Partial<EdgeCutIn>) => void;
  onBench: () => void;
}

/** How an edge cut is made, where the person wants it otherwise than Ranura would: faces, guide, stages, the edge's state. */
export function EdgeOptions({ draft, plan, onEdit, onBench }: Props) {
  const unusual =
    Boolean(draft.staged) ||
    Boolean(draft.far_side) ||
    Boolean(draft.starting_pin) ||
    (draft.least_stages ?? 1) > 1;
  const [more, setMore] = useState(unusual);
  return (
    <div className="mt-1.5 flex flex-wrap items-center gap-1.5" data-testid="edge-options">
      <Choice
        label="Faces"
        value={draft.both_faces ? "both" : "one"}
        options={[
          ["one", "One face"],
          ["both", "Both faces"],
        ]}
        onPick={(value) => onEdit({ both_faces: value === "both" })}
      />
      <Choice
        label="Guide"
        value={draft.guide ?? ""}
        options={[
          ["", "Guide: best fit"],
          ["bearing", "Bearing"],
          ["fence", "Straightedge or fence"],
          ["edge-guide", "Edge guide"],
          ["template", "Template below"],
        ]}
        onPick={(value) => onEdit({ guide: (value || null) as NonNullable<EdgeCutIn["guide"]> | null })}
      />
      <Choice
        label="The edge is"
        value={draft.edge_state ?? ""}
        options={[
          ["", "Edge: not said yet"],
          ["smooth", "Smooth edge"],
          ["sawn", "Sawn edge"],
        ]}
        onPick={(value) =>
          onEdit({ edge_state: (value || null) as NonNullable<EdgeCutIn["edge_state"]> | null })
        }
      />
      {more ? (
        <>
          <Choice
            label="Stages"
            value={String(draft.least_stages ?? 1)}
            options={[
              ["1", "Fewest stages"],
              ...[2, 3, 4, 5, 6].map((count) => [String(count), `${count} stages at least`] as const),
            ]}
            onPick={(value) => onEdit({ least_stages: Number(value) })}
          />
          <Choice
            label="Reached by"
            value={draft.staged ?? ""}
            options={[
              ["", "Reached: best fit"],
              ["height", "By raising the bit"],
              ["fence", "By moving the fence"],
              ["both", "By bit and fence"],
            ]}
            onPick={(value) => onEdit({ staged: (value || null) as NonNullable<EdgeCutIn["staged"]> | null })}
          />
          <Choice
            label="On a table"
            value={draft.far_side ? "far" : "near"}
            options={[
              ["near", "Edge at the fence"],
              ["far", "Edge away from the fence"],
            ]}
            onPick={(value) => onEdit({ far_side: value === "far" })}
          />
          <Choice
            label="Starting pin"
            value={draft.starting_pin ? "set" : "none"}
            options={[
              ["none", "No starting pin"],
              ["set", "Starting pin set"],
            ]}
            onPick={(value) => onEdit({ starting_pin: value === "set" })}
          />
        </>
      ) : (
        <button type="button" className="quiet px-1" onClick={() => setMore(true)} data-testid="more-options">
          stages, table
        </button>
      )}
      <button
        type="button"
        className="button ml-auto"
        onClick={onBench}
        disabled={!plan}
        data-testid="profile-bench"
      >
        Profile bench
      </button>
    </div>
  );
}
