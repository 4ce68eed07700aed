import { useState } from "react";
import { useNavigate } from "react-router";
import { api, type DrawerView, type Problem, type ShopView, type StarterIn } from "../api/client";
import { useRefresh } from "../api/queries";
import { reader } from "../app/reader";
import { problemOf } from "../ui/problems";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";
import { Silhouette } from "./Silhouette";

const OWNED = [
  { value: "trim", says: "a trim router, for one hand" },
  { value: "plunge", says: "a plunge router, for both hands" },
  { value: "table", says: "a router under a table" },
] as const;
const MAKES = [
  { value: "cases", says: "cases and shelves" },
  { value: "edges", says: "edges and mouldings" },
  { value: "templates", says: "shapes from templates" },
  { value: "joints", says: "joints" },
] as const;

type Owned = (typeof OWNED)[number]["value"];
type Makes = (typeof MAKES)[number]["value"];

interface Props {
  shop: ShopView;
  onSkip: () => void;
}

/** A shop that has nothing yet: three questions, and a bench and drawer to begin with. */
export function FirstQuestions({ shop, onSkip }: Props) {
  const [unit, setUnit] = useState<StarterIn["unit"]>(shop.unit);
  const [owned, setOwned] = useState<Owned[]>([]);
  const [makes, setMakes] = useState<Makes[]>([]);
  /** What is offered, and to which answers: other answers want another offer. */
  const [offered, setOffered] = useState<{ to: StarterIn; view: DrawerView } | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const navigate = useNavigate();
  const refresh = useRefresh();
  const asked: StarterIn = { unit, owned, makes };
  const offer = offered && JSON.stringify(offered.to) === JSON.stringify(asked) ? offered.view : null;
  const look = async () => {
    const answer = await api.offerStarter(asked);
    setProblem(problemOf(answer));
    if (answer.kind === "ok") setOffered({ to: asked, view: answer.data });
  };
  const take = async () => {
    if (!offered) return;
    const answer = await api.takeStarter(offered.to);
    if (answer.kind === "ok") {
      reader.choose(null);
      await refresh();
      void navigate("/");
    } else setProblem(problemOf(answer));
  };
  return (
    <main
      className="mx-auto flex w-full max-w-3xl flex-1 flex-col gap-5 overflow-y-auto p-6"
      data-testid="first"
    >
      <h2 className="text-figure leading-tight font-bold">What is in your shop?</h2>
      <p className="text-ink-2">
        Planning is only as good as what Ranura knows of your tools. Three answers give you a bench and a
        drawer to begin with; everything can be changed afterwards.
      </p>
      <fieldset className="flex flex-wrap items-center gap-2">
        <legend className="mb-1 font-semibold">1. You measure in</legend>
        {(["mm", "in"] as const).map((each) => (
          <Pick key={each} on={unit === each} onPick={() => setUnit(each)} testId={`first-${each}`}>
            {each === "mm" ? "millimetres" : "inches"}
          </Pick>
        ))}
      </fieldset>
      <fieldset className="flex flex-wrap items-center gap-2">
        <legend className="mb-1 font-semibold">2. You have</legend>
        {OWNED.map((each) => (
          <Pick
            key={each.value}
            on={owned.includes(each.value)}
            onPick={() => setOwned(flipped(owned, each.value))}
            testId={`first-${each.value}`}
          >
            {each.says}
          </Pick>
        ))}
      </fieldset>
      <fieldset className="flex flex-wrap items-center gap-2">
        <legend className="mb-1 font-semibold">3. You mostly make</legend>
        {MAKES.map((each) => (
          <Pick
            key={each.value}
            on={makes.includes(each.value)}
            onPick={() => setMakes(flipped(makes, each.value))}
            testId={`first-${each.value}`}
          >
            {each.says}
          </Pick>
        ))}
      </fieldset>
      {problem ? (
        <p role="alert" className="text-cut">
          {inUnit(problem.message, unit)}
        </p>
      ) : null}
      {offer ? (
        <section aria-label="The starter drawer" className="border-2 border-guide bg-paper p-4">
          <h3 className="mb-2 font-bold">
            {offer.routers.join(", ")} and {offer.bits.length} bits
          </h3>
          <ul className="flex flex-wrap gap-3">
            {offer.bits.map((bit) => (
              <li
                key={bit.id}
                className="flex w-24 flex-col items-center text-center text-note leading-tight"
              >
                <Silhouette shape={bit.shape} scale={1.3} label={bit.name} />
                <span>
                  <Words text={bit.name} />
                </span>
              </li>
            ))}
          </ul>
          <p className="mt-3 text-small text-ink-2">
            What differs from one maker to the next (dial, base, collet) is left open and asked for when a
            plan needs it.
          </p>
        </section>
      ) : null}
      <div className="flex flex-wrap gap-2">
        {offer ? (
          <button
            type="button"
            className="button button-main"
            onClick={() => void take()}
            data-testid="take-starter"
          >
            Put these in
          </button>
        ) : (
          <button
            type="button"
            className="button button-main"
            disabled={owned.length === 0}
            onClick={() => void look()}
            data-testid="offer-starter"
          >
            Show a starter drawer
          </button>
        )}
        <button type="button" className="button" onClick={onSkip} data-testid="skip-starter">
          Type my own instead
        </button>
      </div>
    </main>
  );
}

const flipped = <T,>(list: T[], value: T): T[] =>
  list.includes(value) ? list.filter((each) => each !== value) : [...list, value];

interface PickProps {
  on: boolean;
  onPick: () => void;
  testId: string;
  children: string;
}

function Pick({ on, onPick, testId, children }: PickProps) {
  return (
    <button
      type="button"
      className={`button min-h-11 text-body ${on ? "button-main" : ""}`}
      aria-pressed={on}
      onClick={onPick}
      data-testid={testId}
    >
      {children}
    </button>
  );
}
