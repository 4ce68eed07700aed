import type { Lessons, Unit } from "../api/client";
import { Words } from "../ui/Words";
import { inUnit, money } from "../ui/words";
import { DueWork } from "./DueWork";
import { Figures } from "./Figures";
import { useBurnLimit } from "./useBurnLimit";
import { DONE, useCare } from "./useCare";

const metres = (far: number) => `${far.toLocaleString("en", { maximumFractionDigits: far < 10 ? 1 : 0 })} m`;

/** What the log teaches: below which chip a wood burns, and how far each bit ran. */
export function Learnt({ lessons, unit, currency }: { lessons: Lessons; unit: Unit; currency: string }) {
  return (
    <aside
      className="pt-2 pb-8 lg:min-h-0 lg:overflow-y-auto lg:border-l lg:border-rule lg:pl-5"
      data-testid="learnt"
      aria-label="What the log teaches"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls by itself
      tabIndex={0}
    >
      <DueWork unit={unit} />
      <h3 className="mt-3 text-strong font-bold">What it teaches</h3>
      {lessons.burning.length + lessons.wear.length + lessons.figures.length === 0 ? (
        <p className="text-ink-2">
          From four runs of a wood and a kind of bit on, it says what they have in common.
        </p>
      ) : null}
      <Figures figures={lessons.figures} unit={unit} />
      {lessons.burning.length > 0 ? <h4 className="mt-4 text-body font-semibold">When it burns</h4> : null}
      {lessons.burning.map((each) => (
        <Burning key={each.material_class + each.kind} lesson={each} unit={unit} />
      ))}
      {lessons.wear.length > 0 ? (
        <>
          <h4 className="mt-4 text-body font-semibold">How far each bit ran</h4>
          <Wear wear={lessons.wear} currency={currency} />
        </>
      ) : null}
    </aside>
  );
}

const thin = (mm: number) => mm.toLocaleString("en", { maximumFractionDigits: 3 });
const WIDE = 380;
const HIGH = 68;

function Burning({ lesson, unit }: { lesson: Lessons["burning"][number]; unit: Unit }) {
  const { chip_mm, follows } = lesson;
  const follow = useBurnLimit(lesson);
  const most = Math.max(...lesson.dots.map((dot) => dot.chip_mm)) * 1.1;
  const x = (mm: number) => 10 + (mm / most) * (WIDE - 20);
  const burnt = lesson.dots.filter((dot) => dot.burnt).length;
  return (
    <figure className="mt-3" data-testid="burn-lesson">
      <figcaption className="text-body">
        <b>
          {lesson.kind}, {lesson.material_class}
        </b>
        :{" "}
        {lesson.limit === null ? (
          `${burnt} of ${lesson.dots.length} burnt; the chip alone does not tell why`
        ) : (
          <>
            burns below a chip of <Words text={inUnit(lesson.limit, unit)} />
          </>
        )}
        {lesson.chip_mm !== null && lesson.misread > 0
          ? ` (${lesson.misread} of ${lesson.dots.length} otherwise)`
          : ""}
      </figcaption>
      <svg
        viewBox={`0 0 ${WIDE} ${HIGH}`}
        className="w-full"
        role="img"
        aria-label="Chips of clean and burnt runs"
      >
        {lesson.chip_mm === null ? null : (
          <>
            <rect x="0" y="0" width={x(lesson.chip_mm)} height={HIGH - 20} className="fill-hazard-soft" />
            <path d={`M${x(lesson.chip_mm)} 0v${HIGH - 20}`} className="stroke-hazard" strokeWidth="2" />
          </>
        )}
        <path d={`M0 ${HIGH - 20}h${WIDE}`} className="stroke-ink" strokeWidth="1" />
        {lesson.dots.map((dot) =>
          dot.burnt ? (
            <path
              key={dot.run_id}
              d={`M${x(dot.chip_mm) - 5} 9l10 10m0 -10l-10 10`}
              className="stroke-cut"
              strokeWidth="2.4"
            />
          ) : (
            <circle
              key={dot.run_id}
              cx={x(dot.chip_mm)}
              cy="34"
              r="5"
              className="fill-paper stroke-ink"
              strokeWidth="2"
            />
          ),
        )}
        <text x="0" y={HIGH - 5} className="fill-ink-2 text-[13px]">
          thin: it rubs
        </text>
        <text x={WIDE} y={HIGH - 5} textAnchor="end" className="fill-ink-2 text-[13px]">
          ✕ burnt ○ not
        </text>
      </svg>
      {follows === null && chip_mm !== null ? (
        <button
          type="button"
          className="button"
          data-testid="follow-burning"
          onClick={() => void follow(chip_mm)}
        >
          Plans are to keep above it
        </button>
      ) : null}
      {follows !== null ? (
        <p className="text-note text-ink-2">
          Plans keep above {thin(follows)} mm: they lead faster, then turn slower.{" "}
          <button
            type="button"
            className="underline decoration-dotted underline-offset-4"
            data-testid="unfollow-burning"
            onClick={() => void follow(null)}
          >
            Follow it no longer
          </button>
          {chip_mm !== null && Math.abs(chip_mm - follows) > 0.0005 ? (
            <>
              {" · "}
              <button
                type="button"
                className="underline decoration-dotted underline-offset-4"
                onClick={() => void follow(chip_mm)}
              >
                Take what it shows now
              </button>
            </>
          ) : null}
        </p>
      ) : null}
    </figure>
  );
}

function Wear({ wear, currency }: { wear: Lessons["wear"]; currency: string }) {
  const most = Math.max(...wear.map((each) => each.since), 1);
  const done = useCare();
  return (
    <ul className="mt-1 flex flex-col gap-2">
      {wear
        .toSorted((a, b) => b.metres - a.metres)
        .map((each) => (
          <li key={each.bit_id} data-testid="wear">
            <span className="flex justify-between gap-3 text-body">
              <span className="min-w-0 truncate font-semibold">
                <Words text={each.bit} />
              </span>
              <span className="whitespace-nowrap tabular-nums">{metres(each.since)}</span>
            </span>
            <span className="relative block h-3 bg-bench">
              <span
                className="absolute inset-y-0 left-0 bg-ink"
                style={{ width: `${(each.since / most) * 100}%` }}
              />
              {each.first_burn === null ? null : (
                <span
                  className="absolute -inset-y-1 w-1 bg-cut"
                  style={{ left: `${(each.first_burn / most) * 100}%` }}
                />
              )}
            </span>
            <span className="text-note text-ink-2">
              {each.since < each.metres ? `since its edge was new; ${metres(each.metres)} in all, ` : ""}
              {each.runs === 1 ? "1 run" : `${each.runs} runs`}
              {each.first_burn === null
                ? ", none burnt"
                : `, ${each.burnt} burnt, the first after ${metres(each.first_burn)}${each.dull ? ": it burns by now" : ""}`}
              {each.price === null ? "" : `; ${money(each.price, currency, 2)} a metre`}
              {each.since > 0 ? (
                <>
                  {" · "}
                  <button
                    type="button"
                    className="underline decoration-dotted underline-offset-4"
                    onClick={() => void done(each.bit, each.bit_id, "sharpened")}
                  >
                    {DONE.sharpened}
                    <span className="sr-only">: {each.bit}</span>
                  </button>
                </>
              ) : null}
            </span>
          </li>
        ))}
    </ul>
  );
}
