import { useState } from "react";
import { Link } from "react-router";
import { api, type Lessons, type Unit } from "../api/client";
import { useRefresh } from "../api/queries";
import { history } from "../app/undo";
import { problemOf } from "../ui/problems";
import { Words } from "../ui/Words";
import { day, plainly, reading } from "../ui/words";
import { useCare } from "./useCare";

type Figure = Lessons["figures"][number];

/** Figures of the shop that were measured: each with its evidence, and a correction where that is worth one. */
export function Figures({ figures, unit }: { figures: readonly Figure[]; unit: Unit }) {
  if (figures.length === 0) return null;
  return (
    <>
      <h4 className="mt-4 text-body font-semibold">What was measured</h4>
      {figures
        .toSorted((a, b) => Number(b.worth) - Number(a.worth))
        .map((each) => (
          <One key={each.name} lesson={each} unit={unit} />
        ))}
    </>
  );
}

const WIDE = 380;
const HIGH = 58;

function One({ lesson, unit }: { lesson: Figure; unit: Unit }) {
  const { figure, kept, value, sd, dots } = lesson;
  const byNow = plainly(reading(lesson.value_shown, unit));
  const refresh = useRefresh();
  const care = useCare();
  const [wrong, setWrong] = useState<string | null>(null);
  const spots = [kept, value - 2 * sd, value + 2 * sd, ...dots.map((dot) => dot.means)];
  const [low, high] = [Math.min(...spots), Math.max(...spots)];
  const x = (mm: number) => 12 + ((mm - low) / Math.max(high - low, 1e-6)) * (WIDE - 24);
  const take = async () => {
    const { of, id, base, side } = figure;
    const done = await api.correct({ of, id, base, side, value });
    if (done.kind !== "ok") return setWrong(problemOf(done)?.message.metric ?? null);
    const act = { do: "correct" as const, of, id, base, side };
    history.push({ label: "the correction", undo: { ...act, value: kept }, redo: { ...act, value } });
    await refresh();
  };
  return (
    <figure className="mt-2" data-testid="figure-lesson">
      <figcaption className="text-body">
        <b>{lesson.name}</b>: kept as <Words text={plainly(reading(lesson.kept_shown, unit))} />,{" "}
        {lesson.worth ? (
          <>
            measures <Words text={byNow} />
            {lesson.left ? ", and is left as it is until it is measured once more" : null}
          </>
        ) : (
          "and that is how it measures"
        )}
      </figcaption>
      <svg
        viewBox={`0 0 ${WIDE} ${HIGH}`}
        className="w-full"
        role="img"
        aria-label={`${dots.length} measurements`}
      >
        <rect
          x={x(value - 2 * sd)}
          y="4"
          width={Math.max(2, x(value + 2 * sd) - x(value - 2 * sd))}
          height="32"
          className="fill-work"
        />
        <path d={`M${x(kept)} 0v40`} className="stroke-ink" strokeWidth="2" strokeDasharray="4 3" />
        <path d={`M${x(value)} 4v32`} className="stroke-guide" strokeWidth="3" />
        {dots.map((dot) =>
          dot.aside ? (
            <path
              key={dot.run_id}
              d={`M${x(dot.means) - 4} 16l8 8m0 -8l-8 8`}
              className="stroke-ink-2"
              strokeWidth="1.6"
            />
          ) : (
            <circle
              key={dot.run_id}
              cx={x(dot.means)}
              cy="20"
              r="5"
              className="fill-paper stroke-ink"
              strokeWidth="2"
            />
          ),
        )}
        <path d={`M0 40h${WIDE}`} className="stroke-ink" strokeWidth="1" />
        <text x="0" y={HIGH - 3} className="fill-ink-2 text-[13px]">
          ┆ kept ○ measured, the band 19 times in 20
        </text>
      </svg>
      {wrong ? (
        <p role="alert" className="text-small text-cut">
          {wrong}
        </p>
      ) : null}
      {lesson.worth ? (
        <div className="mt-1 flex flex-wrap gap-2">
          <button type="button" className="button" data-testid="take-figure" onClick={() => void take()}>
            Keep it as <Words text={byNow} />
          </button>
          {lesson.left ? null : (
            <button
              type="button"
              className="button"
              data-testid="leave-figure"
              onClick={() => void care(lesson.name, lesson.key, "left")}
            >
              Leave it
            </button>
          )}
        </div>
      ) : null}
      <details className="mt-1 text-small">
        <summary className="cursor-pointer">Measured in {dots.length} runs</summary>
        <ul>
          {dots.map((dot) => (
            <li key={dot.run_id}>
              <Link className="quiet" to={`/log/${dot.run_id}`}>
                {day(dot.begun_at)}, {dot.cut}
              </Link>
              : <Words text={plainly(reading(dot.means_shown, unit))} />
              {dot.aside ? ", set aside" : null}
            </li>
          ))}
        </ul>
      </details>
    </figure>
  );
}
