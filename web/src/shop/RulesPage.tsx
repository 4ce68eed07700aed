import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import {
  api,
  type HouseRules,
  type JobCard,
  type Problem,
  type RulesView,
  type ShopView,
  type Texts,
  type Unit,
} from "../api/client";
import { useOneByOne } from "../api/oneByOne";
import { useJobs, useReading, useRefresh, useRules, useShop } from "../api/queries";
import { changed as madeOther } from "../app/acts";
import { Place } from "../app/Place";
import { useShopSettings } from "../app/settings";
import { history } from "../app/undo";
import { Waiting } from "../app/Waiting";
import { useReadings } from "../instruments/target";
import { useKept } from "../ui/kept";
import { problemOf } from "../ui/problems";
import { Words } from "../ui/Words";
import { inUnit, reading } from "../ui/words";
import { line, Moves } from "./Moves";
import { usePlace } from "./place";
import { GROUPS, Schools, Word } from "./Rules";

/** All house rules: the schools and every number, and what a change would move before it is kept. */
export default function RulesPage() {
  const shop = useShop();
  const rules = useRules();
  const jobs = useJobs();
  if (!shop.data || !rules.data || !jobs.data) return <Waiting reason={shop.down ?? rules.down} />;
  return <Changing key={shop.data.unit} shop={shop.data} kept={rules.data} jobs={jobs.data} />;
}

interface Props {
  shop: ShopView;
  kept: RulesView;
  jobs: readonly JobCard[];
}

const NUMBERS = [
  { group: "speed", title: "Speed" },
  { group: "size", title: "How large a bit" },
  { group: "depth", title: "Depth per pass" },
  { group: "feed", title: "Feed and power" },
  { group: "stiffness", title: "Bending and strength" },
  { group: "guide", title: "Fence and bearing" },
  { group: "template", title: "Templates and inlay" },
  { group: "joint", title: "Joints and fits" },
  { group: "choosing", title: "Time" },
] as const;

function Changing({ shop, kept, jobs }: Props) {
  const { switchUnit } = usePlace(shop);
  const settings = useShopSettings(shop);
  const queries = useQueryClient();
  const refresh = useRefresh();
  const typed = useKept<{ rules: HouseRules; numbers: Texts }>("rules", () => ({
    rules: kept.rules,
    numbers: {},
  }));
  const { rules, numbers } = typed.value;
  const setRules = (to: HouseRules) => typed.put({ rules: to });
  const setNumbers = (to: Texts) => typed.put({ numbers: to });
  const [jobId, setJobId] = useState<string | null>(jobs[0]?.id ?? null);
  const draft = useReading({
    key: ["rules", "draft", rules, numbers, jobId],
    ask: () => api.draftRules(rules, numbers, jobId),
    keeps: true,
  });
  const drafted = draft.data;
  const watched = drafted?.rules && !draft.settling ? drafted.cuts : [];
  const moved = useOneByOne(watched.length > 0 ? JSON.stringify(drafted?.rules) : null, watched, (cut) =>
    drafted?.rules ? api.ruleMoves(drafted.rules, cut) : Promise.reject(new Error("rules to look at")),
  );
  const looking = watched.length - moved.size;
  // What was worked out for other rules must not be kept for these.
  const settled = !draft.settling;
  const [refused, setProblem] = useState<Problem | null>(null);
  const problem = refused ?? draft.problem;
  const changed =
    Object.keys(numbers).length > 0 || GROUPS.some((group) => rules[group.key] !== kept.rules[group.key]);
  const wordChanged = rules.dado_word !== kept.rules.dado_word;

  const back = () => {
    typed.anew();
    setProblem(null);
  };
  const keep = async () => {
    if (!drafted?.rules) return;
    const answer = await api.saveSettings({ rules: drafted.rules });
    if (answer.kind === "ok") {
      history.push(
        madeOther("house rules", {
          do: "settings",
          to: { rules: answer.data.rules },
          was: { rules: kept.rules },
        }),
      );
      queries.setQueryData(["shop"], answer.data);
      await refresh();
      typed.put({ rules: drafted.rules, numbers: {} });
      typed.letGo();
      setProblem(null);
    } else setProblem(problemOf(answer));
  };
  const wrong = new Map((drafted?.problems ?? []).map((each) => [each.field, each]));
  // How fine inches are written moves nothing for who reads millimetres.
  const seen = [...moved.values()]
    .flat()
    .filter((move) => line(reading(move.before, shop.unit)) !== line(reading(move.after, shop.unit)));
  return (
    <Place title="House rules" shopName={shop.name} unit={shop.unit} onSwitch={switchUnit}>
      <main className="grid min-h-0 flex-1 lg:grid-cols-[minmax(0,1fr)_390px]" data-testid="rules-page">
        <div className="min-h-0 px-4 pb-6 lg:overflow-y-auto">
          <p className="max-w-3xl py-3 text-body text-ink-2">
            Where experienced people disagree, this shop decides. Rules can be made stricter; the safety floor
            holds whatever is typed.
          </p>
          <div className="grid gap-x-6 md:grid-cols-2">
            {GROUPS.map((group) => (
              <Schools key={group.key} group={group} shop={shop} rules={rules} onPick={setRules} />
            ))}
            <div className="mb-4">
              <h2 className="label mb-1">A channel across the grain is called</h2>
              <Word rules={rules} onPick={setRules} />
            </div>
            <fieldset className="mb-4">
              <legend className="label mb-1">Files without units are in, and new readers begin with</legend>
              <div className="flex gap-2">
                {(["mm", "in"] as const).map((each) => (
                  <button
                    key={each}
                    type="button"
                    aria-pressed={shop.own_unit === each}
                    className={`button ${shop.own_unit === each ? "button-main" : ""}`}
                    data-testid={`own-unit-${each}`}
                    onClick={() => shop.own_unit !== each && settings.changeUnit(each)}
                  >
                    {each === "mm" ? "millimetres" : "inches"}
                  </button>
                ))}
              </div>
            </fieldset>
          </div>
          {NUMBERS.map((section) => (
            <section key={section.group} aria-label={section.title} className="mt-3">
              <h2 className="border-b-2 border-ink pb-0.5 text-strong font-bold">{section.title}</h2>
              <div className="grid gap-x-6 md:grid-cols-2">
                {kept.numbers
                  .filter((each) => each.bound.group === section.group)
                  .map((each) => {
                    const field = each.bound.field;
                    return (
                      <NumberLine
                        key={field}
                        number={each}
                        text={numbers[field] ?? each.text}
                        problem={wrong.get(field) ?? null}
                        changed={field in numbers}
                        unit={shop.unit}
                        onType={(text) =>
                          setNumbers(
                            text === each.text ? without(numbers, field) : { ...numbers, [field]: text },
                          )
                        }
                      />
                    );
                  })}
              </div>
            </section>
          ))}
        </div>
        <aside
          className="flex min-h-0 flex-col border-rule bg-paper max-lg:sticky max-lg:bottom-0 max-lg:border-t-2 lg:border-l"
          aria-label="What moves"
        >
          <div className="flex flex-wrap items-center gap-2 border-b border-rule px-4 py-2.5">
            <h2 className="font-bold">What moves</h2>
            {jobs.length > 1 ? (
              <select
                className="field w-auto! max-w-44"
                aria-label="In which job"
                value={jobId ?? ""}
                onChange={(event) => setJobId(event.target.value)}
              >
                {jobs.map((job) => (
                  <option key={job.id} value={job.id}>
                    {job.name}
                  </option>
                ))}
              </select>
            ) : (
              <span className="text-small text-ink-2">{jobs[0]?.name}</span>
            )}
          </div>
          <div className="min-h-0 flex-1 overflow-y-auto px-4 py-2 max-lg:max-h-40" data-testid="moves">
            {!changed && !wordChanged ? (
              <p className="text-small text-ink-2">
                Change a rule, and the figures it would move stand here, before and after. Nothing changes
                until you keep it.
              </p>
            ) : drafted && drafted.problems.length > 0 ? (
              <p className="text-small text-cut">Mend what is marked first.</p>
            ) : (
              <>
                <Moves moves={seen} unit={shop.unit} />
                {looking > 0 || draft.settling ? (
                  <p className="py-1 text-small text-ink-2" data-testid="looking">
                    Looking at {count(looking)} …
                  </p>
                ) : seen.length === 0 ? (
                  <p className="text-small">No figure of this job moves.</p>
                ) : null}
              </>
            )}
            {problem ? (
              <p role="alert" className="text-cut">
                <Words text={inUnit(problem.message, shop.unit)} />
              </p>
            ) : null}
          </div>
          <div className="flex gap-2 border-t border-rule px-4 py-2.5">
            <button
              type="button"
              className="button"
              disabled={!changed && !wordChanged}
              onClick={back}
              data-testid="rules-back"
            >
              Back to what is kept
            </button>
            <button
              type="button"
              className="button button-main ml-auto"
              disabled={(!changed && !wordChanged) || !settled || !drafted?.rules}
              onClick={() => void keep()}
              data-testid="rules-keep"
            >
              Keep these
            </button>
          </div>
        </aside>
      </main>
    </Place>
  );
}

const count = (cuts: number) => (cuts === 1 ? "one cut more" : `${cuts} cuts more`);

const without = (texts: Texts, field: string): Texts =>
  Object.fromEntries(Object.entries(texts).filter(([each]) => each !== field));

interface NumberProps {
  number: RulesView["numbers"][number];
  text: string;
  problem: { words: { metric: string; inch: string }; partial: boolean } | null;
  changed: boolean;
  unit: Unit;
  onType: (text: string) => void;
}

const UNITS: Record<string, string> = { "×": "times", share: "of 1", "°": "degrees" };

function NumberLine({ number, text, problem, changed, unit, onType }: NumberProps) {
  const { bound } = number;
  const state = problem === null ? "valid" : problem.partial ? "partial" : "invalid";
  const suffix = bound.unit === "mm" ? "" : (UNITS[bound.unit] ?? bound.unit);
  const readings = useReadings(`rule-${bound.field}`, bound.name, onType, bound.unit === "mm");
  return (
    <div className="grid grid-cols-[1fr_7.5rem] items-start gap-x-3 border-b border-rule py-1.5">
      <label htmlFor={`rule-${bound.field}`} className="leading-tight">
        <span className="block text-body font-semibold">
          {bound.name} {changed ? <b className="text-cut">changed</b> : null}
        </span>
        <span className="block text-note leading-snug text-ink-2">
          {bound.says} <Words text={`${number.low} to ${number.high}`} />
          {number.standard === number.text ? "" : "; usually "}
          {number.standard === number.text ? "" : <Words text={number.standard} />}.{" "}
          <span className="whitespace-nowrap">{bound.rule}</span>
          {bound.waits ? <b className="font-semibold"> Waits for {bound.waits}.</b> : null}
        </span>
        {problem && state === "invalid" ? (
          <span role="alert" className="block text-note text-cut">
            <Words text={inUnit(problem.words, unit)} />
          </span>
        ) : null}
      </label>
      <span className="flex items-center gap-1.5">
        <input
          id={`rule-${bound.field}`}
          className="field text-right tabular-nums"
          data-state={state}
          data-testid={`rule-${bound.field}`}
          {...readings}
          value={text}
          autoComplete="off"
          spellCheck={false}
          onChange={(event) => onType(event.target.value)}
        />
        {suffix ? <span className="text-note text-ink-2">{suffix}</span> : null}
      </span>
    </div>
  );
}
