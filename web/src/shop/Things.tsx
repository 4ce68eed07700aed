import { useState } from "react";
import {
  api,
  type FlatView,
  type Problem,
  type RouterView,
  type ShopView,
  type Texts,
  type Unit,
} from "../api/client";
import { useBits, useForms, useRefresh } from "../api/queries";
import { added, changed, removed } from "../app/acts";
import { history } from "../app/undo";
import { Resumed, useKept } from "../ui/kept";
import { problemOf } from "../ui/problems";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";
import { type Both, Elsewhere, merged } from "./Elsewhere";
import { Fields } from "./Fields";

interface Props {
  things: readonly FlatView[];
  unit: Unit;
  shop: ShopView;
  routers: readonly RouterView[];
}

const SHELVES = [
  {
    title: "Guides",
    kinds: [
      "straightedge",
      "spacer",
      "edge-guide",
      "bushing",
      "inlay-set",
      "t-jig",
      "trammel",
      "sled",
      "keyed-sled",
      "comb",
      "comb-pair",
      "matched-set",
    ],
  },
  { title: "Woods of your own", kinds: ["wood"] },
  { title: "Deliveries, measured", kinds: ["delivery"] },
] as const;

interface Open {
  kind: string;
  of: FlatView | null;
}

/** Guides, own woods and deliveries, each in its list. */
export function Things({ things, unit, shop, routers }: Props) {
  const [open, setOpen] = useState<Open | null>(null);
  const forms = useForms();
  const titles = new Map(forms.data?.map((form) => [form.kind, form.title]));
  return (
    <div className="mt-5 grid gap-6 lg:grid-cols-[1.4fr_1fr_1fr]">
      {SHELVES.map((shelf) => {
        const kinds: readonly string[] = shelf.kinds;
        return (
          <section key={shelf.title} aria-label={shelf.title}>
            <div className="flex flex-wrap items-baseline gap-2">
              <h2 className="text-strong font-bold">{shelf.title}</h2>
              <span className="ml-auto flex flex-wrap gap-x-3">
                {kinds.map((kind) => (
                  <button
                    key={kind}
                    type="button"
                    className="quiet"
                    onClick={() => setOpen({ kind, of: null })}
                    data-testid={`add-${kind}`}
                  >
                    + {titles.get(kind) ?? kind}
                  </button>
                ))}
              </span>
            </div>
            {open && kinds.includes(open.kind) ? (
              <ThingForm
                key={open.of?.id ?? `new-${open.kind}`}
                open={open}
                unit={unit}
                shop={shop}
                routers={routers}
                onDone={() => setOpen(null)}
              />
            ) : null}
            <ul className="mt-1">
              {things
                .filter((thing) => kinds.includes(thing.kind))
                .map((thing) => (
                  <li key={thing.id} className="border-t border-rule">
                    <button
                      type="button"
                      className="w-full py-1.5 text-left hover:bg-paper"
                      onClick={() => setOpen({ kind: thing.kind, of: thing })}
                      id={thing.id}
                      data-testid={`thing-${thing.id}`}
                    >
                      <b className="block text-body font-semibold">
                        <Words text={thing.name} />
                      </b>
                      <span className="block text-small leading-snug text-ink-2">
                        <Words text={inUnit(thing.line, unit)} />
                      </span>
                    </button>
                  </li>
                ))}
            </ul>
          </section>
        );
      })}
    </div>
  );
}

/** The shelf of a kind of thing. */
const shelfOf = (kind: string) => (kind === "wood" ? "woods" : kind === "delivery" ? "deliveries" : "guides");

interface FormProps extends Omit<Props, "things"> {
  open: Open;
  onDone: () => void;
}

/** One guide, wood or delivery. Ids of other things are chosen by name. */
function ThingForm({ open, unit, shop, routers, onDone }: FormProps) {
  const forms = useForms();
  const bits = useBits();
  const kept = useKept(`thing ${open.of?.id ?? open.kind}`, () => ({
    texts: (open.of?.texts ?? {}) as Texts,
    version: open.of?.version ?? null,
  }));
  const { texts, version } = kept.value;
  const [problem, setProblem] = useState<Problem | null>(null);
  const [both, setBoth] = useState<Both | null>(null);
  const refresh = useRefresh();
  const form = forms.data?.find((each) => each.kind === open.kind);
  if (!form) return null;
  const named: Record<string, readonly { id: string; name: string }[]> = {
    material_id: shop.materials,
    router_id: routers,
    bit_id: bits.data?.bits ?? [],
  };
  const save = async () => {
    const answer = open.of
      ? await api.saveThing(open.of.id, open.kind, texts, version)
      : await api.addThing(open.kind, texts);
    if (answer.kind === "ok") {
      kept.letGo();
      const { id, kind, name } = answer.data;
      history.push(
        open.of
          ? changed(`changing ${name}`, { do: "thing", id, kind, to: answer.data.texts, was: open.of.texts })
          : added(`adding ${name}`, shelfOf(kind), id),
      );
      await refresh();
      onDone();
    } else {
      setProblem(problemOf(answer));
      const all = open.of && answer.kind === "stale" ? await api.things() : null;
      const newest = all?.kind === "ok" ? all.data.find((each) => each.id === open.of?.id) : undefined;
      if (!newest || !open.of) return;
      const found = { began: open.of.texts, theirs: newest.texts, mine: texts };
      setBoth(found);
      kept.put({ texts: merged(found), version: newest.version });
    }
  };
  const remove = async () => {
    if (!open.of) return;
    const answer = await api.removeThing(open.kind, open.of.id);
    if (answer.kind === "ok") {
      kept.letGo();
      history.push(removed(`removing ${open.of.name}`, shelfOf(open.kind), open.of.id));
      await refresh();
      onDone();
    } else setProblem(problemOf(answer));
  };
  return (
    <form
      className="my-2 flex flex-col gap-2 border-2 border-guide bg-paper p-3"
      aria-label={`A ${form.title}`}
      data-testid="thing-form"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
      onKeyDown={(event) => {
        if (event.key === "Escape") onDone();
      }}
    >
      <Resumed kept={kept} />
      {Object.entries(named)
        .filter(([field]) => form.fields.some((each) => each.field === field))
        .map(([field, choices]) => (
          <label key={field} className="flex flex-col gap-0.5">
            <span className="label">{form.fields.find((each) => each.field === field)?.label}</span>
            <select
              className="field"
              value={texts[field] ?? ""}
              onChange={(event) => kept.put({ texts: { ...texts, [field]: event.target.value } })}
            >
              <option value="">—</option>
              {choices.map((choice) => (
                <option key={choice.id} value={choice.id}>
                  {choice.name}
                </option>
              ))}
            </select>
          </label>
        ))}
      <Fields
        form={form}
        texts={texts}
        problem={problem ? { field: problem.field, words: problem.message, partial: false } : null}
        unit={unit}
        skip={Object.keys(named)}
        onType={(field, text) => kept.put({ texts: { ...texts, [field]: text } })}
      />
      <Elsewhere
        form={form}
        both={both}
        texts={texts}
        onChoose={(field, text) => kept.put({ texts: { ...texts, [field]: text } })}
      />
      {problem && !form.fields.some((each) => each.field === problem.field && !(each.field in named)) ? (
        <p role="alert" className="text-small text-cut" data-testid="thing-problem">
          <Words text={inUnit(problem.message, unit)} />
        </p>
      ) : null}
      <div className="flex flex-wrap gap-2">
        {open.of ? (
          <button type="button" className="button" onClick={() => void remove()} data-testid="remove-thing">
            Remove
          </button>
        ) : null}
        <button type="button" className="button ml-auto" onClick={onDone}>
          Not now
        </button>
        <button type="submit" className="button button-main" data-testid="keep-thing">
          Keep
        </button>
      </div>
    </form>
  );
}
