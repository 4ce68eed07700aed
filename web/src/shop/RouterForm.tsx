import { useState } from "react";
import { api, type Problem, type RouterView, type Texts, type Unit } from "../api/client";
import { useForms, useRefresh } from "../api/queries";
import { added, changed } from "../app/acts";
import { history } from "../app/undo";
import { useFirstField } from "../ui/focus";
import { Resumed, useKept } from "../ui/kept";
import { problemOf } from "../ui/problems";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";
import { type Both, Elsewhere, merged } from "./Elsewhere";
import { Fields } from "./Fields";

interface Props {
  /** The router that is changed; none for a new one. */
  change: RouterView | null;
  /** The field to begin with. */
  first?: string | null;
  unit: Unit;
  onDone: () => void;
}

const NEW: Texts = { stepped: "no", speed_hold: "yes", soft_start: "yes" };
const NEW_BASE: Texts = { kind: "plunge", round: "yes" };

const bothBases = (began: RouterView, newer: RouterView, mine: readonly Texts[], place: number): Both => ({
  began: began.bases[place] ?? {},
  theirs: newer.bases[place] ?? {},
  mine: mine[place] ?? {},
});

/** A router typed in, with its bases. What is wrong is said at its field. */
export function RouterForm({ change, first = null, unit, onDone }: Props) {
  const forms = useForms();
  const kept = useKept(`router ${change?.id ?? "new"}`, () => ({
    texts: change?.texts ?? NEW,
    bases: change ? [...change.bases] : [NEW_BASE],
    version: change?.version ?? null,
  }));
  const { texts, bases, version } = kept.value;
  const setBases = (to: Texts[]) => kept.put({ bases: to });
  const [problem, setProblem] = useState<Problem | null>(null);
  const [newer, setNewer] = useState<RouterView | null>(null);
  const [typed, setTyped] = useState({ texts, bases });
  const refresh = useRefresh();
  const place = useFirstField(first);
  const router = forms.data?.find((each) => each.kind === "router");
  const base = forms.data?.find((each) => each.kind === "base");
  if (!router || !base) return null;
  const save = async () => {
    const answer = change
      ? await api.saveRouter(change.id, texts, bases, version)
      : await api.addRouter(texts, bases);
    if (answer.kind === "ok") {
      kept.letGo();
      const { id, name } = answer.data;
      const was = change && { texts: change.texts, bases: [...change.bases] };
      const to = { texts: answer.data.texts, bases: [...answer.data.bases] };
      history.push(
        was
          ? changed(`changing ${name}`, { do: "router", id, to, was })
          : added(`adding ${name}`, "routers", id),
      );
      await refresh();
      onDone();
    } else {
      setProblem(problemOf(answer));
      const all = change && answer.kind === "stale" ? await api.routers() : null;
      const newest = all?.kind === "ok" ? all.data.find((each) => each.id === change?.id) : undefined;
      if (!newest || !change) return;
      setNewer(newest);
      setTyped({ texts, bases });
      // Bases are known by their place; where there are others by now, they come one by one.
      const at = Array.from({ length: Math.max(bases.length, newest.bases.length) }, (_, place) => place);
      kept.put({
        texts: merged({ began: change.texts, theirs: newest.texts, mine: texts }),
        bases: at.map((place) => merged(bothBases(change, newest, bases, place))),
        version: newest.version,
      });
    }
  };
  const at = problem ? { field: problem.field, words: problem.message, partial: false } : null;
  const placed = problem?.field != null && problem.field !== "version";
  return (
    <form
      ref={place}
      className="mb-3 flex flex-col gap-3 border-2 border-guide bg-paper p-4"
      aria-label={change ? `Change ${change.name}` : "Add a router"}
      data-testid="router-form"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
      onKeyDown={(event) => {
        if (event.key === "Escape") onDone();
      }}
    >
      <h3 className="text-strong font-bold">{change ? `Change ${change.name}` : "Add a router"}</h3>
      <Resumed kept={kept} />
      <Fields
        form={router}
        texts={texts}
        problem={at}
        unit={unit}
        onType={(field, text) => kept.put({ texts: { ...texts, [field]: text } })}
      />
      {bases.map((each, place) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: bases have no name; their place is what they are known by
        <fieldset key={place} className="border-t border-rule pt-2">
          <legend className="flex items-center gap-3 pr-2 font-semibold">
            Base {place + 1}
            {bases.length > 1 ? (
              <button
                type="button"
                className="quiet"
                onClick={() => setBases(bases.filter((_, other) => other !== place))}
              >
                take it away
              </button>
            ) : null}
          </legend>
          <Fields
            form={base}
            texts={each}
            problem={at}
            prefix={`bases.${place}.`}
            unit={unit}
            onType={(field, text) =>
              setBases(bases.map((other, index) => (index === place ? { ...other, [field]: text } : other)))
            }
          />
        </fieldset>
      ))}
      {change && newer ? (
        <>
          <Elsewhere
            form={router}
            both={{ began: change.texts, theirs: newer.texts, mine: typed.texts }}
            texts={texts}
            onChoose={(field, text) => kept.put({ texts: { ...texts, [field]: text } })}
          />
          {bases.map((each, place) => (
            <Elsewhere
              // biome-ignore lint/suspicious/noArrayIndexKey: bases are known by their place
              key={place}
              form={base}
              both={bothBases(change, newer, typed.bases, place)}
              of={`Base ${place + 1}: `}
              texts={each}
              onChoose={(field, text) =>
                setBases(bases.map((other, index) => (index === place ? { ...other, [field]: text } : other)))
              }
            />
          ))}
        </>
      ) : null}
      {problem && !placed ? (
        <p role="alert" className="text-cut">
          <Words text={inUnit(problem.message, unit)} />
        </p>
      ) : null}
      <div className="flex flex-wrap gap-2">
        <button type="button" className="button" onClick={() => setBases([...bases, { kind: "fixed" }])}>
          Another base
        </button>
        <button type="button" className="button ml-auto" onClick={onDone}>
          Not now
        </button>
        <button type="submit" className="button button-main" data-testid="keep-router">
          {change ? "Keep the change" : "Onto the bench"}
        </button>
      </div>
    </form>
  );
}
