import { BatteryLow, BatteryMedium } from "lucide-react";
import { useState } from "react";
import { type Instrument, useInstrument } from "./instrument";

interface Props {
  instrument: Instrument;
  /** What stands before the instrument, as in "jaws hold". */
  what: string;
  in_unit: string;
  /** What the workpiece or spindle is at first. */
  usual?: number;
  title: React.ReactNode;
  children?: React.ReactNode;
}

/** An instrument that is listened to: its state, its battery, and, where it is a stand-in, the hand that holds it. */
export function Simulated({ instrument, what, in_unit, usual, title, children }: Props) {
  const { view, problem } = useInstrument(instrument);
  const [text, setText] = useState(String(usual ?? (instrument.kind === "caliper" ? 17.6 : 18000)));
  const words = problem ?? view?.words ?? null;
  const ready = view?.state === "ready";
  const value = Number(text.replace(",", "."));
  const press = async () => {
    await instrument.hand("hold", value);
    await instrument.hand("press");
  };
  return (
    <div className="floating flex flex-col gap-2 border-2 border-guide p-3 text-body">
      <div className="flex items-center gap-3">
        {title}
        {children}
      </div>
      {words ? (
        <p role="alert" className="max-w-md text-cut" data-testid="instrument-problem">
          {words.metric}
        </p>
      ) : null}
      {view?.battery_low && ready ? (
        <p className="striped border-l-4 border-hazard px-2 py-1" data-testid="battery-low">
          <BatteryLow size={17} aria-hidden className="mr-1 inline align-[-3px]" />
          Battery low, {view.battery} %: readings may drift; change it soon
        </p>
      ) : null}
      {!ready ? (
        <button
          type="button"
          className="button button-main self-start"
          onClick={() => void instrument.plug()}
          data-testid="plug-in"
        >
          Plug it in again
        </button>
      ) : view.simulated ? (
        <div className="flex flex-wrap items-center gap-2 border-t border-dashed border-rule pt-2">
          <label className="flex items-center gap-1.5">
            <span className="text-small text-ink-2">
              {view.name}: {what}
            </span>
            <input
              className="field w-24! tabular-nums"
              inputMode="decimal"
              value={text}
              aria-invalid={!Number.isFinite(value)}
              data-testid="simulated-value"
              onChange={(event) => setText(event.target.value)}
              onKeyDown={(event) => {
                if (event.key === "Enter") {
                  event.preventDefault();
                  void press();
                }
              }}
            />
            <span className="text-small">{in_unit}</span>
          </label>
          <button
            type="button"
            className="button button-main"
            onPointerDown={(event) => event.preventDefault()}
            onClick={() => void press()}
            data-testid="press-button"
          >
            Press its button
          </button>
          {instrument.kind === "caliper" ? (
            <button
              type="button"
              className="button"
              onClick={() => void instrument.hand("hold", value).then(() => instrument.zero())}
            >
              Zero
            </button>
          ) : null}
          <button type="button" className="button" onClick={() => void instrument.hand("battery", 9)}>
            <BatteryMedium size={17} aria-hidden /> {view.battery} %, drain it
          </button>
          <button
            type="button"
            className="button"
            onClick={() => void instrument.hand("drop")}
            data-testid="pull-cable"
          >
            Pull its cable
          </button>
        </div>
      ) : null}
    </div>
  );
}
