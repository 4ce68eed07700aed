import { Check } from "lucide-react";
import { useState } from "react";
import { api, type Problem, type Shopping, type ToBuy, type Unit } from "../api/client";
import { useReading, useRefresh, useRouters } from "../api/queries";
import { problemOf } from "../ui/problems";
import { Words } from "../ui/Words";
import { inUnit, money } from "../ui/words";

interface Props {
  unit: Unit;
  currency: string;
}

/** What to buy for the cuts of all jobs: the fewest things that make them possible, then those that make them clearly better. */
export function ShoppingList({ unit, currency }: Props) {
  const list = useReading({
    key: ["shopping"],
    ask: api.shopping,
    goesOn: (found) => found.left > 0,
  });
  if (!list.data || list.data.left > 0)
    return (
      <p className="border-b border-rule bg-paper px-4 py-3 text-ink-2" role="status" data-testid="looking">
        Going through the cuts of all jobs …{" "}
        {list.data ? (
          <span className="tabular-nums">
            {list.data.cuts - list.data.left} of {list.data.cuts}
          </span>
        ) : null}
      </p>
    );
  return <Found found={list.data} unit={unit} currency={currency} />;
}

function Found({ found, unit, currency }: Props & { found: Shopping }) {
  const words =
    found.cuts === 0
      ? "No cut is planned yet; what to buy follows from the cuts people plan."
      : `${found.makes} of ${found.cuts} planned ${found.cuts === 1 ? "cut" : "cuts"} can be made with what is here.`;
  return (
    <section
      aria-label="What to buy"
      className="border-b border-rule bg-paper px-4 py-3"
      data-testid="shopping"
    >
      <p className="text-body">
        {words}{" "}
        {found.buys.length === 0 && found.cuts > 0 && found.makes === found.cuts
          ? "Nothing on the shelf would make them clearly better."
          : null}
      </p>
      {found.buys.length > 0 ? (
        <>
          <ul className="mt-2 flex flex-col">
            {found.buys.map((buy) => (
              <Line key={buy.id} buy={buy} unit={unit} currency={currency} />
            ))}
          </ul>
          <p className="border-t-2 border-ink pt-1.5 text-body font-semibold tabular-nums">
            About {money(found.total, currency)} in all.{" "}
            <span className="text-small font-normal text-ink-2">
              Usual prices; a cheap bit finds out what you use, a good one replaces it. Carbide stays sharp, a
              thicker shank bends less, a coating only keeps resin off; straight bits can be honed, spirals
              are replaced.
            </span>
          </p>
        </>
      ) : null}
      {found.beyond.length > 0 ? (
        <>
          <h4 className="label mt-3">Nothing to buy helps these</h4>
          <ul className="text-small">
            {found.beyond.map((each) => (
              <li key={each.cut_id}>
                <b className="font-semibold">{each.cut_name}</b>: <Words text={inUnit(each.why, unit)} />
              </li>
            ))}
          </ul>
        </>
      ) : null}
    </section>
  );
}

function Line({ buy, unit, currency }: { buy: ToBuy; unit: Unit; currency: string }) {
  const [problem, setProblem] = useState<Problem | null>(null);
  const routers = useRouters();
  const refresh = useRefresh();
  const kept = (bought: ToBuy) => {
    switch (bought.kind) {
      case "bit":
        return api.addBit({ ...bought.texts, price: String(bought.price) });
      case "bearing":
        return api.saveBit(bought.bit_id, bought.texts, null);
      case "collet": {
        const of = routers.data?.find((router) => router.id === bought.router_id);
        if (!of) return null;
        const collets = `${of.texts.collets}; ${bought.shank} mm`;
        return api.saveRouter(of.id, { ...of.texts, collets }, of.bases, of.version);
      }
      default:
        return bought satisfies never;
    }
  };
  const keep = async () => {
    const answer = await kept(buy);
    if (answer === null) return;
    if (answer.kind === "ok") await refresh();
    else setProblem(problemOf(answer));
  };
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-1 border-t border-rule py-2" data-testid="buy">
      <span className="min-w-56 flex-1">
        <b className="text-strong">
          <Words text={buy.name} />
        </b>{" "}
        <span className="text-small text-ink-2">
          {buy.kind === "bit" ? (
            <Words text={`${buy.texts.shank} shank`} />
          ) : (
            `for ${buy.kind === "bearing" ? buy.bit_name : buy.router_name}`
          )}
        </span>
        <span className="block text-small leading-snug">
          {buy.serves.map((each) => (
            <span key={each.cut_id} className="block">
              {each.cut_name}: <Words text={inUnit(each.why, unit)} />
            </span>
          ))}
        </span>
        {problem ? (
          <span role="alert" className="block text-cut">
            <Words text={inUnit(problem.message, unit)} />
          </span>
        ) : null}
      </span>
      <span className="text-right tabular-nums">
        <b className="block text-strong">about {money(buy.price, currency)}</b>
        {buy.per_metre !== null ? (
          <span className="block text-note text-ink-2">
            {money(buy.per_metre, currency, 2)} a metre over {buy.metres.toFixed(1)} m
          </span>
        ) : null}
      </span>
      <button type="button" className="button" onClick={() => void keep()} data-testid={`bought-${buy.id}`}>
        <Check size={17} aria-hidden /> I have it now
      </button>
    </li>
  );
}
