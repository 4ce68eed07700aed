import { describe, expect, it } from "vitest";
import type { InstrumentView, Outcome } from "../api/client";
import { Instrument } from "./instrument";

type Taken = NonNullable<InstrumentView["taken"]>;
const reading = (number: number, value: number): Taken => ({
  number,
  value,
  text: `${value} mm`,
  unit: "mm",
  asked: false,
});

/** A server with one instrument that the test holds in its hand. */
class Bench {
  view: InstrumentView = {
    kind: "caliper",
    state: "off",
    turn: 0,
    name: "",
    simulated: true,
    battery: 84,
    battery_low: false,
    taken: null,
    words: null,
  };
  down = false;
  private readonly hearers = new Set<() => void>();

  news = (_: string, hear: () => void) => {
    this.hearers.add(hear);
    return () => void this.hearers.delete(hear);
  };

  set(change: Partial<InstrumentView>) {
    this.view = { ...this.view, turn: this.view.turn + 1, ...change };
    for (const hear of [...this.hearers]) hear();
  }

  private answer = (): Outcome<InstrumentView> =>
    this.down ? { kind: "down", message: "no server" } : { kind: "ok", data: this.view };

  server = {
    plugInstrument: async () => {
      if (this.view.state !== "ready") this.set({ state: "ready" });
      return this.answer();
    },
    handInstrument: async () => this.answer(),
    zeroInstrument: async () => this.answer(),
    instrument: async () => this.answer(),
  };
}

const settled = () => new Promise((done) => setTimeout(done, 5));

function listening() {
  const bench = new Bench();
  const instrument = new Instrument("caliper", bench.server, bench.news);
  const heard: number[] = [];
  const listen = () =>
    instrument.listen({ id: "a", label: "Width", take: (taken) => heard.push(taken.value) });
  return { bench, instrument, heard, listen };
}

describe("listening to an instrument", () => {
  it("takes the next reading, once, and none from before", async () => {
    const { bench, instrument, heard, listen } = listening();
    bench.set({ taken: reading(4, 99) });
    await listen();
    await settled();
    expect(instrument.snapshot()).toMatchObject({ listening: "Width", target: "a" });
    expect(heard).toEqual([]);
    bench.set({ taken: reading(5, 17.62) });
    await settled();
    bench.set({ taken: reading(6, 18) });
    await settled();
    expect(heard).toEqual([17.62]);
    expect(instrument.snapshot()).toMatchObject({ listening: null, said: "17.62 mm → Width" });
  });

  it("keeps listening when the instrument is lost, and hears it when it is back", async () => {
    const { bench, instrument, heard, listen } = listening();
    await listen();
    bench.set({ state: "lost", words: { metric: "gone", inch: "gone" } });
    await settled();
    expect(instrument.snapshot().listening).toBe("Width");
    await instrument.plug();
    await settled();
    bench.set({ taken: reading(1, 6.02) });
    await settled();
    expect(heard).toEqual([6.02]);
  });

  it("hears nothing after it was told to stop", async () => {
    const { bench, instrument, heard, listen } = listening();
    await listen();
    instrument.stop();
    bench.set({ taken: reading(1, 6) });
    await settled();
    expect(heard).toEqual([]);
    await listen();
    await settled();
    bench.set({ taken: reading(2, 7) });
    await settled();
    expect(heard).toEqual([7]);
  });

  it("says what is wrong when there is no server, and forgets an older view", async () => {
    const { bench, instrument, listen } = listening();
    bench.down = true;
    await listen();
    expect(instrument.snapshot().problem?.metric).toBe("no server");
    instrument.stop();
    bench.down = false;
    await instrument.plug();
    const { turn } = bench.view;
    bench.view = { ...bench.view, turn: 0, battery: 1 };
    await instrument.zero();
    expect(instrument.snapshot().view).toMatchObject({ turn, battery: 84 });
  });
});
