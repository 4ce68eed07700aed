import type { ReactNode } from "react";
import { Link } from "react-router";
import { api, type Plots as LogPlots, type ShopView } from "../api/client";
import { useReading, useShop } from "../api/queries";
import { Place } from "../app/Place";
import { Waiting } from "../app/Waiting";
import { OUTCOMES } from "../run/outcomes";
import { usePlace } from "../shop/place";
import { OverTime } from "./OverTime";
import { Legend } from "./PlotParts";
import { PlotRows } from "./PlotRows";

/** The log in pictures: chips, metres, what guides are off by, and time. */
export default function Plots() {
  const shop = useShop();
  const plots = useReading({ key: ["plots"], ask: api.plots });
  if (!shop.data || !plots.data) return <Waiting reason={shop.down ?? plots.down} />;
  return <Whole shop={shop.data} plots={plots.data} />;
}

function Whole({ shop, plots }: { shop: ShopView; plots: LogPlots }) {
  const { switchUnit } = usePlace(shop);
  const { unit } = shop;
  const { chips, chip_axis, bits, off, off_axis, times, time_axis, interrupted } = plots;
  return (
    <Place title="Log" shopName={shop.name} unit={unit} onSwitch={switchUnit}>
      <main className="min-h-0 flex-1 overflow-y-auto px-4 pb-8" data-testid="plots">
        <div className="flex items-center gap-3 py-2.5">
          <h2 className="text-title font-bold">The log in pictures</h2>
          <Link to="/log" className="button ml-auto">
            All runs
          </Link>
        </div>
        <div className="grid gap-x-8 gap-y-5 xl:grid-cols-2">
          <Picture
            name="How it came out, by chip and wood"
            says="What a tooth took in each run: thin chips rub and burn, thick ones tear."
            none="No run tells its chip yet."
            empty={chips.length === 0}
          >
            <PlotRows
              axis={chip_axis}
              unit={unit}
              rows={chips.map((each) => ({
                name: each.wood,
                dots: each.dots.map((dot) => ({
                  at: dot.chip_mm,
                  run: dot.run_id,
                  sign: dot.came_out,
                })),
              }))}
            />
            <Legend
              shown={OUTCOMES.filter((each) =>
                chips.some((row) => row.dots.some((dot) => dot.came_out === each)),
              )}
            />
          </Picture>
          <Picture
            name="Metres and burns, by bit"
            says="Each bit from its first metre to its last run, one dot a run. A line across: its edge was made new."
            none="No bit has two runs with their metres yet."
            empty={bits.length === 0}
          >
            <PlotRows
              axis={null}
              unit={unit}
              rows={bits.map((each) => ({
                name: each.bit,
                whole: each.dots.at(-1)?.metres ?? 0,
                marks: each.edges,
                dots: each.dots.map((dot) => ({
                  at: dot.metres,
                  run: dot.run_id,
                  sign: dot.burnt ? "burnt" : "clean",
                })),
              }))}
            />
            <Legend shown={["burnt"]} others="○ not burnt" />
          </Picture>
          <Picture
            name="What guides are off by, over time"
            says="Measured less planned, for each figure that was measured twice or more. 0 is right."
            none="Nothing was measured twice in a trial yet."
            empty={off.length === 0}
          >
            <OverTime lines={off} axis={off_axis} unit={unit} />
          </Picture>
          <Picture
            name="Time planned and taken"
            says="From the first step to the last, for one board; planned with its setting."
            none="No run that was led from here has come to its end yet."
            empty={times.length === 0}
          >
            <PlotRows
              axis={time_axis}
              unit={unit}
              rows={times.map((each) => ({
                name: each.cut,
                marks: [each.planned],
                dots: each.dots.map((dot) => ({ at: dot.took, run: dot.run_id, sign: "clean" })),
              }))}
            />
            <p className="text-small text-ink-2">
              ○ a run ┃ as planned
              {interrupted > 0
                ? ` · ${interrupted === 1 ? "1 run that was left alone for hours is" : `${interrupted} runs that were left alone for hours are`} not shown`
                : ""}
            </p>
          </Picture>
        </div>
      </main>
    </Place>
  );
}

function Picture({
  name,
  says,
  none,
  empty,
  children,
}: {
  name: string;
  says: string;
  none: string;
  empty: boolean;
  children: ReactNode;
}) {
  return (
    <figure className="min-w-0 border-t-2 border-ink pt-2" data-testid="plot">
      <figcaption>
        <h3 className="text-strong font-bold">{name}</h3>
        <p className="text-small text-ink-2">{empty ? none : says}</p>
      </figcaption>
      {empty ? null : children}
    </figure>
  );
}
