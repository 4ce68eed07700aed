import { useState } from "react";
import { api, type Problem, type ShopFileView, type Unit } from "../api/client";
import { useRefresh } from "../api/queries";
import { problemOf } from "../ui/problems";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";
import { snapshot, type Undo } from "./undo";

/** A shop's file in the place of the shop, once its differences were seen. */
export function ShopIn({ unit, undo }: { unit: Unit; undo: Undo }) {
  const [text, setText] = useState<string | null>(null);
  const [view, setView] = useState<ShopFileView | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const refresh = useRefresh();
  const replace = async (wanted: string) => {
    const before = await snapshot();
    const answer = await api.replaceShop(wanted);
    if (answer.kind === "ok") {
      undo.offer(before);
      setText(null);
      setView(null);
      setProblem(null);
      await refresh();
    } else setProblem(problemOf(answer));
  };
  return (
    <section aria-label="A shop without jobs" className="border-t-2 border-ink py-3">
      <div className="flex flex-wrap items-center gap-3">
        <h2 className="text-title font-bold">A shop without jobs</h2>
        <label className="button focus-within:outline-3 focus-within:outline-guide">
          Choose a shop's file
          <input
            type="file"
            accept=".json,application/json"
            className="sr-only"
            data-testid="shop-file"
            onChange={async (event) => {
              const file = event.target.files?.[0];
              event.target.value = "";
              if (!file) return;
              const read = await file.text();
              const answer = await api.previewShop(read);
              if (answer.kind === "ok") {
                setText(read);
                setView(answer.data);
                setProblem(null);
              } else setProblem(problemOf(answer));
            }}
          />
        </label>
      </div>
      <p className="mt-1 max-w-3xl text-small text-ink-2">
        Takes the place of this shop's tools, woods and house rules; jobs stay. You see what changes before it
        is kept, and can go back after.
      </p>
      {problem ? (
        <p role="alert" className="mt-2 text-cut" data-testid="shop-problem">
          <Words text={inUnit(problem.message, unit)} />
        </p>
      ) : null}
      {view && text ? (
        <div className="mt-2 border-2 border-guide bg-paper p-3" data-testid="shop-preview">
          <p className="font-semibold">{view.name} would take the place of this shop:</p>
          <ul className="my-1 text-body">
            {view.differences.map((each) => (
              <li key={each.kind}>
                {each.kind}: {each.added} added, {each.changed} changed, {each.removed} taken away
              </li>
            ))}
            <li>{view.rules_change ? "the house rules change" : "the house rules stay"}</li>
          </ul>
          <div className="flex gap-2">
            <button type="button" className="button" onClick={() => setView(null)}>
              Not now
            </button>
            <button
              type="button"
              className="button button-main"
              onClick={() => void replace(text)}
              data-testid="shop-replace"
            >
              Put it in the shop's place
            </button>
          </div>
        </div>
      ) : null}
    </section>
  );
}
