import { lazy, memo, Suspense, useState } from "react";
import type { Caution, Change, CutPlan, HouseRules, ShopView, SlipSection, Unit } from "../api/client";
import { BigReading, Words } from "../ui/Words";
import { inUnit, reading } from "../ui/words";
import { CautionLine, Stop } from "./Cautions";
import { Fit, Guides, Stations } from "./Guides";
import { ItsJig } from "./ItsJig";
import { ItsTemplate } from "./ItsTemplate";
import { BurnsBelow, LastTime } from "./LastTime";
import { Passes } from "./Passes";
import { STATUS } from "./StatusLine";
import { Terms } from "./Terms";
import { Ticks } from "./Ticks";
import { type Asked, ToolPicker } from "./ToolPicker";
import { Working } from "./Working";

const TestCut = lazy(() => import("./TestCut").then((module) => ({ default: module.TestCut })));

interface Props {
  plan: CutPlan;
  unit: Unit;
  shop: ShopView;
  stale: boolean;
  /** What the plan was asked for, as it stands now: the board and the cut. */
  asked: () => Asked;
  onEdit: (change: Change) => void;
  onSchool: (change: Partial<HouseRules>) => void;
}

/** The setup in the order of the hands. */
const NONE: ReadonlySet<string> = new Set();

export const Slip = memo(function Slip({ plan, unit, shop, stale, asked, onEdit, onSchool }: Props) {
  const [testing, setTesting] = useState(false);
  const [ticking, setTicking] = useState(false);
  const [open, setOpen] = useState<string | null>(null);
  // Another setup is gone through anew.
  const setup = JSON.stringify([plan.bit_id, plan.router_id, plan.slip]);
  const [seen, setSeen] = useState<{ of: string; ticked: ReadonlySet<string> }>({ of: "", ticked: NONE });
  const ticked = seen.of === setup ? seen.ticked : NONE;
  const tick = (what: string) => {
    const others = [...ticked].filter((each) => each !== what);
    setSeen({ of: setup, ticked: new Set(ticked.has(what) ? others : [...others, what]) });
  };
  const stops = plan.cautions.filter((each) => each.level === "stop");
  const placed = new Set<string>(plan.slip.map((section) => section.key));
  const unplaced = stops.filter((stop) => !placed.has(stop.place));
  const where = plan.slip.filter((section) => stops.some((stop) => stop.place === section.key));
  const notes = plan.cautions.filter(
    (each) => each.level === "note" && placed.has(each.place) && each.code !== "fence-on-support",
  );
  const elsewhere = plan.cautions.filter(
    (each) => each.level !== "stop" && each.code !== "general" && !notes.includes(each),
  );
  const general = plan.cautions.find((each) => each.code === "general");
  return (
    <section
      aria-label="Setup slip"
      data-testid="slip"
      data-status={plan.status}
      data-stale={stale}
      className="flex flex-col"
    >
      <div
        className={`flex flex-wrap items-center justify-between gap-x-3 py-1 text-small font-semibold ${plan.status === "stop" ? "text-cut" : "text-ink-2"}`}
      >
        <span data-testid="status">
          {STATUS[plan.status]}
          {where.length > 0 ? `: see ${where.map((section) => section.title).join(", ")}` : ""}
        </span>
        {stale ? (
          <span className="text-cut">shows the last good plan</span>
        ) : (
          <LastTime plan={plan} material={asked().piece.material} unit={unit} />
        )}
      </div>
      {unplaced.map((stop) => (
        <Stop
          key={stop.code + stop.message.metric}
          stop={stop}
          unit={unit}
          remedies={plan.remedies}
          untried={plan.untried}
          onEdit={onEdit}
        />
      ))}
      {plan.slip.map((section) => (
        <Place
          key={section.key}
          section={section}
          plan={plan}
          stops={stops.filter((stop) => stop.place === section.key)}
          notes={notes.filter((note) => note.place === section.key)}
          unit={unit}
          shop={shop}
          asked={asked}
          onTest={() => setTesting(true)}
          // A plan that was kept by an older version has none.
          onTick={section.key === "hold" && plan.ticks?.before.length > 0 ? () => setTicking(!ticking) : null}
          ticking={ticking}
          open={open === section.key}
          onOpen={() => setOpen(open === section.key ? null : section.key)}
          onEdit={onEdit}
          onSchool={onSchool}
        />
      ))}
      <BurnsBelow plan={plan} material={asked().piece.material} unit={unit} />
      <Fit fit={plan.fit} unit={unit} />
      {testing ? (
        <Suspense>
          <TestCut plan={plan} unit={unit} asked={asked} onClose={() => setTesting(false)} />
        </Suspense>
      ) : null}
      {elsewhere.length > 0 ? (
        <ul className="mt-1 flex flex-col gap-1.5">
          {elsewhere.map((each) => (
            <CautionLine
              key={each.code + each.message.metric}
              caution={each}
              unit={unit}
              remedies={plan.remedies}
              onEdit={onEdit}
            />
          ))}
        </ul>
      ) : null}
      {general ? (
        <p className="mt-2 text-note leading-snug text-ink-2" data-testid="general">
          {inUnit(general.do, unit)}. {inUnit(general.message, unit)}.
        </p>
      ) : null}
      {ticking ? <Ticks ticks={plan.ticks} unit={unit} ticked={ticked} onTick={tick} /> : null}
    </section>
  );
});

interface PlaceProps extends Omit<Props, "stale"> {
  section: SlipSection;
  stops: Caution[];
  /** Worth knowing, and said where the working is opened. */
  notes: Caution[];
  open: boolean;
  onOpen: () => void;
  onTest: () => void;
  /** Shows what is ticked before the switch; only the last place has it. */
  onTick: (() => void) | null;
  ticking: boolean;
}

function Place({
  section,
  stops,
  notes,
  plan,
  unit,
  shop,
  asked,
  open,
  onOpen,
  onTest,
  onTick,
  ticking,
  onEdit,
  onSchool,
}: PlaceProps) {
  const figures = section.figures
    .map((key) => plan.figures.find((figure) => figure.key === key))
    .filter((figure) => figure !== undefined);
  return (
    <div className="border-t border-rule py-1" data-section={section.key}>
      <div className="grid grid-cols-[64px_1fr_auto] items-baseline gap-x-2">
        <h2 className="label">{section.title}</h2>
        <div className="flex min-w-0 flex-wrap items-baseline gap-x-2.5">
          {section.leads.map((lead, index) => (
            <span
              // biome-ignore lint/suspicious/noArrayIndexKey: leads keep their order
              key={index}
              className={section.key === "tool" ? "min-w-0 [&_*]:whitespace-normal" : "min-w-0"}
              data-figure={lead.figure ?? undefined}
            >
              <BigReading reading={reading(lead.shown, unit)} />
              {inUnit(lead.caption, unit) ? (
                <span className="text-body"> {inUnit(lead.caption, unit)}</span>
              ) : null}
            </span>
          ))}
        </div>
        <span className="flex items-baseline gap-2.5">
          {section.key === "tool" ? (
            <ToolPicker plan={plan} unit={unit} asked={asked} onEdit={onEdit} />
          ) : null}
          {onTick ? (
            <button
              type="button"
              className="quiet"
              aria-expanded={ticking}
              onClick={onTick}
              data-testid="before-switch"
            >
              before the switch
            </button>
          ) : null}
          {figures.length > 0 ? (
            <button
              type="button"
              className="quiet"
              aria-expanded={open}
              onClick={onOpen}
              data-testid={`working-${section.key}`}
            >
              {open ? "close" : "working"}
            </button>
          ) : null}
        </span>
      </div>
      <ul className="pl-[72px] text-small leading-[1.28] text-ink-2 [font-stretch:92%]">
        {section.lines.map((line) => (
          <li key={line.metric}>
            <Words text={inUnit(line, unit)} />
          </li>
        ))}
        {section.assumed ? (
          <li className="border-l-4 border-hazard bg-hazard-soft px-1.5 text-ink" data-testid="assumed-here">
            <Words text={inUnit(section.assumed, unit)} />
          </li>
        ) : null}
      </ul>
      {section.key === "guide" ? <Stations plan={plan} unit={unit} /> : null}
      {section.key === "guide" && plan.test_cut ? (
        <button type="button" className="quiet ml-[72px] text-small" onClick={onTest} data-testid="test-cut">
          test cut in scrap
        </button>
      ) : null}
      {section.key === "guide" ? <ItsTemplate plan={plan} unit={unit} asked={asked} /> : null}
      {section.key === "guide" ? <ItsJig plan={plan} unit={unit} /> : null}
      {section.key === "tool" && plan.costs.length > 0 ? (
        <p
          className="mt-0.5 ml-[72px] border-l-4 border-hazard pl-2 text-small leading-snug"
          data-testid="costs"
        >
          <b className="font-semibold">Your choice costs: </b>
          <Words text={plan.costs.map((each) => inUnit(each, unit)).join(" · ")} />
        </p>
      ) : null}
      {stops.map((stop) => (
        <Stop
          key={stop.message.metric}
          stop={stop}
          unit={unit}
          remedies={plan.remedies}
          untried={plan.untried}
          onEdit={onEdit}
        />
      ))}
      {open ? (
        <div className="mt-2 flex flex-col gap-2">
          {notes.length > 0 ? (
            <ul>
              {notes.map((note) => (
                <CautionLine
                  key={note.message.metric}
                  caution={note}
                  unit={unit}
                  remedies={plan.remedies}
                  onEdit={onEdit}
                />
              ))}
            </ul>
          ) : null}
          {figures.map((figure) => (
            <Working
              key={figure.key}
              figure={figure}
              unit={unit}
              schools={shop.schools}
              onSchool={onSchool}
            />
          ))}
          {section.key === "feed" ? <Passes plan={plan} unit={unit} /> : null}
          {section.key === "guide" ? <Guides plan={plan} unit={unit} onEdit={onEdit} /> : null}
          <Terms
            unit={unit}
            texts={[
              ...section.leads.map((lead) => inUnit(lead.caption, unit)),
              ...section.lines.map((line) => inUnit(line, unit)),
              ...notes.flatMap((note) => [inUnit(note.message, unit), inUnit(note.do, unit)]),
              ...figures.flatMap((figure) => [figure.label, inUnit(figure.because, unit)]),
            ]}
          />
        </div>
      ) : null}
    </div>
  );
}
