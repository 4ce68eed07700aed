import { useEffect, useRef, useState } from "react";
import { useSearchParams } from "react-router";
import { api, type BitTile, type Problem, type Texts, type Unit } from "../api/client";
import { useForms, useReading, useRefresh } from "../api/queries";
import { added, changed } from "../app/acts";
import { history } from "../app/undo";
import { Resumed, useKept } from "../ui/kept";
import { problemOf } from "../ui/problems";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";
import { type Both, Elsewhere, merged } from "./Elsewhere";
import { Fields } from "./Fields";
import { Silhouette } from "./Silhouette";

interface Props {
  start: Texts;
  /** The bit that is changed; none for a new one. */
  change: BitTile | null;
  unit: Unit;
  onDone: (made: BitTile | null) => void;
}

/** A bit typed in: described in a few words, the fields follow; or field by field. Enter keeps it. */
export function BitForm({ start, change, unit, onDone }: Props) {
  const forms = useForms();
  const kept = useKept(`bit ${change?.id ?? JSON.stringify(start)}`, () => ({
    description: "",
    typed: start,
    version: change?.version ?? null,
  }));
  const { description, typed, version } = kept.value;
  const drafted = useReading({
    key: ["draft", description, typed],
    ask: () => api.draftBit(description, typed),
    keeps: true,
  });
  const draft = drafted.data ?? null;
  const [refused, setRefused] = useState<Problem | null>(null);
  const [tried, setTried] = useState(false);
  const [both, setBoth] = useState<Both | null>(null);
  const first = useRef<HTMLInputElement>(null);
  const [asked] = useSearchParams();
  const wanted = change ? asked.get("field") : null;
  const refresh = useRefresh();

  useEffect(() => first.current?.focus(), []);
  // Led here for one field: it is there once the forms have come.
  const ready = Boolean(forms.data);
  useEffect(() => {
    if (ready && wanted) document.querySelector<HTMLElement>(`[data-field="${CSS.escape(wanted)}"]`)?.focus();
  }, [wanted, ready]);

  const texts = { ...(draft?.texts ?? {}), ...typed };
  const form = forms.data?.find((each) => each.kind === texts.profile);
  const profiles = (forms.data ?? []).filter((each) => !NOT_BITS.has(each.kind));
  const save = async () => {
    setTried(true);
    const asked = await api.draftBit(description, typed);
    if (asked.kind === "ok" && asked.data.problem) return;
    const whole = asked.kind === "ok" ? asked.data.texts : texts;
    const answer = change ? await api.saveBit(change.id, whole, version) : await api.addBit(whole);
    if (answer.kind === "ok") {
      kept.letGo();
      const name = answer.data.name;
      history.push(
        change
          ? changed(`changing ${name}`, { do: "bit", id: change.id, to: whole, was: start })
          : added(`adding ${name}`, "bits", answer.data.id),
      );
      await refresh();
      onDone(answer.data);
    } else {
      setRefused(problemOf(answer));
      const newest = change && answer.kind === "stale" ? await api.bit(change.id) : null;
      if (newest?.kind !== "ok") return;
      const found = { began: start, theirs: newest.data.texts, mine: whole };
      setBoth(found);
      kept.put({ typed: merged(found), version: newest.data.tile.version });
    }
  };
  const problem = draft?.problem ?? null;
  const shown = problem && (tried || (typed[problem.field ?? ""] ?? "") !== "") ? problem : null;
  const words =
    refused?.message ??
    drafted.problem?.message ??
    (shown && !form?.fields.some((f) => f.field === shown.field) ? shown.words : null);
  return (
    <form
      className="grid gap-x-6 gap-y-2 border-b-2 border-guide bg-paper px-4 py-3 md:grid-cols-[1fr_150px]"
      aria-label={change ? `Change ${change.name}` : "Add a bit"}
      data-testid="bit-form"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
      onKeyDown={(event) => {
        if (event.key === "Escape") onDone(null);
      }}
    >
      <div className="flex min-w-0 flex-col gap-2">
        <div className="grid gap-2 sm:grid-cols-[1fr_190px]">
          <label className="flex flex-col gap-0.5">
            <span className="label">
              {change ? `Change ${change.name}` : "Describe it, as on its packet"}
            </span>
            <input
              ref={first}
              className="field text-strong"
              value={description}
              placeholder="roundover 1/4 in, 1/2 shank, bearing"
              autoComplete="off"
              spellCheck={false}
              data-testid="describe-bit"
              onChange={(event) => kept.put({ description: event.target.value })}
            />
          </label>
          <label className="flex flex-col gap-0.5">
            <span className="label">Profile</span>
            <select
              className="field"
              value={texts.profile ?? ""}
              data-testid="bit-profile"
              onChange={(event) => kept.put({ typed: { ...typed, profile: event.target.value } })}
            >
              <option value="">—</option>
              {profiles.map((each) => (
                <option key={each.kind} value={each.kind}>
                  {each.title}
                </option>
              ))}
            </select>
          </label>
        </div>
        <Resumed kept={kept} />
        {draft?.left ? (
          <p className="text-note text-ink-2">
            Not understood: <b>{draft.left}</b>
          </p>
        ) : null}
        {form ? (
          <Fields
            form={form}
            texts={texts}
            problem={shown}
            guessed={draft?.guessed ?? []}
            unit={unit}
            onType={(field, text) => {
              setRefused(null);
              kept.put({ typed: { ...typed, [field]: text } });
            }}
          />
        ) : null}
        {form ? (
          <Elsewhere
            form={form}
            both={both}
            texts={texts}
            onChoose={(field, text) => kept.put({ typed: { ...typed, [field]: text } })}
          />
        ) : null}
        {words ? (
          <p role="alert" className="text-small text-cut" data-testid="form-problem">
            <Words text={inUnit(words, unit)} />
          </p>
        ) : null}
      </div>
      <div className="flex flex-col items-center gap-2">
        {draft?.bit ? (
          <>
            <Silhouette
              shape={draft.bit.shape}
              scale={Math.min(2.4, 170 / draft.bit.shape.height, 140 / draft.bit.shape.width)}
              label="The bit as it would be"
            />
            <span className="text-center text-note">
              <b className="block font-semibold">
                <Words text={draft.bit.name} />
              </b>
              <Words text={inUnit(draft.bit.sizes, unit)} />
            </span>
          </>
        ) : (
          <span className="py-6 text-center text-note text-ink-2">
            Its silhouette appears here as soon as the sizes make a bit.
          </span>
        )}
        <div className="mt-auto flex w-full flex-wrap justify-end gap-2">
          <button type="button" className="button" onClick={() => onDone(null)}>
            Not now
          </button>
          <button type="submit" className="button button-main" data-testid="keep-bit">
            {change ? "Keep the change" : "Into the drawer"}
          </button>
        </div>
      </div>
    </form>
  );
}

const NOT_BITS = new Set([
  "router",
  "base",
  "bushing",
  "inlay-set",
  "edge-guide",
  "straightedge",
  "spacer",
  "trammel",
  "sled",
  "keyed-sled",
  "comb",
  "comb-pair",
  "matched-set",
  "t-jig",
  "wood",
  "delivery",
]);
