import { useState } from "react";
import { api, type EdgeCutIn, type SavedProfile, type Unit } from "../api/client";
import { useReading, useRefresh } from "../api/queries";
import { problemOf } from "../ui/problems";
import { inUnit } from "../ui/words";

interface Props {
  draft: EdgeCutIn;
  unit: Unit;
  onEdit: (change: Partial<EdgeCutIn>) => void;
}

const typed = (length: { typed: string; unit?: Unit } | null) =>
  length ? { typed: length.typed, unit: length.unit ?? ("mm" as const) } : null;

/** Profiles kept by name: this one is saved, another is taken over. */
export function Profiles({ draft, unit, onEdit }: Props) {
  const kept = useReading({ key: ["profiles"], ask: api.profiles });
  const [name, setName] = useState("");
  const [said, setSaid] = useState<string | null>(null);
  const refresh = useRefresh();
  const save = async () => {
    const { shape, size, depth, width, angle, bit_id } = draft;
    const answer = await api.saveProfile({
      name,
      shape,
      size,
      depth: depth ?? null,
      width: width ?? null,
      angle: angle ?? null,
      bit_id: bit_id ?? null,
    });
    if (answer.kind === "ok") {
      setName("");
      setSaid(null);
      await refresh();
    } else {
      const problem = problemOf(answer);
      setSaid(problem ? inUnit(problem.message, unit) : null);
    }
  };
  const take = (profile: SavedProfile) => {
    const size = typed(profile.size);
    if (size)
      onEdit({
        shape: profile.shape,
        size,
        depth: typed(profile.depth),
        width: typed(profile.width),
        angle: profile.angle,
        bit_id: profile.bit_id,
      });
  };
  return (
    <section className="flex flex-col gap-1.5" data-testid="profiles">
      <h3 className="label">Profiles by name</h3>
      <form
        className="flex gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <input
          className="field min-w-0 flex-1"
          aria-label="Name of this profile"
          placeholder="Crate edge"
          value={name}
          onChange={(event) => setName(event.target.value)}
          data-testid="profile-name"
        />
        <button type="submit" className="button" disabled={name.trim() === ""} data-testid="save-profile">
          Save
        </button>
      </form>
      {said ? (
        <p role="alert" className="text-small text-cut">
          {said}
        </p>
      ) : null}
      <ul className="flex flex-col">
        {(kept.data ?? []).map((profile) => (
          <li key={profile.id} className="flex items-center gap-2 border-t border-rule py-1">
            <button
              type="button"
              className="flex-1 text-left text-body font-semibold hover:underline"
              onClick={() => take(profile)}
            >
              {profile.name}
              <span className="block text-note font-normal text-ink-2">
                {`${profile.shape} ${profile.size.typed}`}
                {profile.depth ? `, ${profile.depth.typed} deep` : ""}
              </span>
            </button>
            <button
              type="button"
              className="quiet"
              aria-label={`Remove ${profile.name}`}
              onClick={() => void api.removeProfile(profile.id).then(refresh)}
            >
              remove
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
