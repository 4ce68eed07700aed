/** What is assumed of the tools, to be found right, changed or taken out, one by one. */
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { type AssumedTool, api, type Outcome, type ShopView } from "../api/client";
import { useReading, useRefresh, useShop } from "../api/queries";
import { removed } from "../app/acts";
import { Place } from "../app/Place";
import { history } from "../app/undo";
import { Waiting } from "../app/Waiting";
import { problemOf } from "../ui/problems";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";
import { usePlace } from "./place";

/** Where the figures that only measuring tells are typed in. */
const WAYS = { bits: "/drawer/", routers: "/bench?change=" } as const;

export default function Assumed() {
  const shop = useShop();
  const assumed = useReading({ key: ["assumed"], ask: api.assumed });
  if (!shop.data || !assumed.data) return <Waiting reason={shop.down ?? assumed.down} />;
  return <Shown shop={shop.data} tools={assumed.data} />;
}

function Shown({ shop, tools }: { shop: ShopView; tools: readonly AssumedTool[] }) {
  const { switchUnit } = usePlace(shop);
  const navigate = useNavigate();
  return (
    <Place title="What is assumed" shopName={shop.name} unit={shop.unit} onSwitch={switchUnit}>
      <main className="mx-auto w-full max-w-4xl flex-1 overflow-y-auto px-4 pb-8" data-testid="assumed">
        <h2 className="pt-3 text-title font-bold">What is assumed of your tools</h2>
        {tools.length > 0 ? (
          <p className="max-w-prose py-1.5 text-ink-2">
            Plans need a router and bits, so usual ones are here until you say what you have. Look at your own
            tool and its packet: say what is right, change what is not, take out what you do not own. Until
            then every plan with them says so.
          </p>
        ) : (
          <p className="py-1.5">
            Nothing is assumed of any tool here.{" "}
            <Link to="/" className="quiet">
              Back to the cuts
            </Link>
          </p>
        )}
        {tools.map((tool) => (
          <Tool key={tool.id} tool={tool} shop={shop} />
        ))}
        <p className="mt-4 border-t border-rule pt-3">
          You would rather begin with a drawer of your own kind?{" "}
          <button type="button" className="quiet" onClick={() => void navigate("/drawer?questions")}>
            Answer three questions
          </button>
          : what they put in takes the place of what nobody has looked at.
        </p>
      </main>
    </Place>
  );
}

function Tool({ tool, shop }: { tool: AssumedTool; shop: ShopView }) {
  const refresh = useRefresh();
  const [wrong, setWrong] = useState<string | null>(null);
  const settle = async (asked: Promise<Outcome<unknown>>) => {
    const answer = await asked;
    const problem = problemOf(answer);
    setWrong(problem ? inUnit(problem.message, shop.unit) : null);
    if (answer.kind === "ok") await refresh();
    return answer.kind === "ok";
  };
  const confirm = (fields: string[] | null) =>
    void settle(api.confirmAssumed({ kind: tool.kind, id: tool.id, fields }));
  const takeOut = async () => {
    const gone = await settle(tool.kind === "bits" ? api.removeBit(tool.id) : api.removeRouter(tool.id));
    if (gone) history.push(removed(`taking out ${tool.name}`, tool.kind, tool.id));
  };
  const way = `${WAYS[tool.kind]}${tool.id}`;
  return (
    <section
      aria-label={tool.name}
      className="mt-3 border border-rule bg-paper p-3"
      data-testid={`assumed-${tool.id}`}
    >
      <div className="flex flex-wrap items-center gap-2">
        <h3 className="mr-auto text-strong font-bold">
          <Words text={tool.name} />
        </h3>
        <button type="button" className="button button-main" onClick={() => confirm(null)}>
          All of it is right
        </button>
        <Link className="button" to={way}>
          Change or measure
        </Link>
        <button type="button" className="button" onClick={() => void takeOut()}>
          I do not have it
        </button>
      </div>
      {wrong ? (
        <p role="alert" className="text-cut">
          {wrong}
        </p>
      ) : null}
      <ul className="mt-2 grid gap-x-6 sm:grid-cols-2">
        {tool.figures.map((each) => (
          <li key={each.field} className="flex items-center gap-2 border-t border-rule py-1">
            <span className="mr-auto">
              {each.label}{" "}
              <b>
                <Words text={inUnit(each.value, shop.unit)} />
              </b>
            </span>
            <button
              type="button"
              className="button"
              aria-label={`${each.label} of ${tool.name} is right`}
              onClick={() => confirm([each.field])}
              data-testid={`right-${each.field}`}
            >
              Right
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
