import { expect, it } from "vitest";
import { endsOf, momentNear, momentOf, type Step, stepAt } from "./timeline";

const step = (more: Partial<Step>): Step => ({
  kind: "cut",
  station: null,
  says: { metric: "", inch: "" },
  tool: 0,
  path: [],
  degrees: [],
  touches: [],
  depths: null,
  turning: true,
  fresh: null,
  wide: 0,
  seconds: null,
  times: [],
  findings: [],
  ...more,
});

const STEPS = [
  step({ kind: "set" }),
  step({
    path: [
      [0, 0],
      [100, 0],
      [100, 50],
    ],
    seconds: 3,
    degrees: [0, 0, 90],
    touches: [
      [0, 10],
      [100, 10],
      [110, 50],
    ],
    depths: [2, 5],
  }),
  step({ kind: "stop", path: [[100, 50]] }),
];

it("steps follow one another, each for its own time", () => {
  const ends = endsOf(STEPS);
  expect(ends.map((each) => Math.round(each * 10) / 10)).toEqual([1.1, 4.1, 5.2]);
  expect(stepAt(ends, 0)).toEqual({ index: 0, share: 0 });
  expect(stepAt(ends, 2.6).index).toBe(1);
  expect(stepAt(ends, 2.6).share).toBeCloseTo(0.5);
  expect(stepAt(ends, 99)).toEqual({ index: 2, share: 1 });
  expect(stepAt([], 3)).toEqual({ index: 0, share: 0 });
});

it("a moment of a way is between its points, by length", () => {
  const half = momentOf(STEPS[1] as Step, 0.5);
  expect(half?.at).toEqual([75, 0]);
  expect(half?.touches).toEqual([75, 10]);
  expect(half?.degrees).toBe(0);
  const late = momentOf(STEPS[1] as Step, 5 / 6);
  expect(late?.at[0]).toBe(100);
  expect(late?.at[1]).toBeCloseTo(25);
  expect(late?.degrees).toBeCloseTo(45);
  expect(late?.done.length).toBe(3);
  expect(momentOf(STEPS[0] as Step, 0.5)).toBe(null);
  expect(momentOf(STEPS[2] as Step, 0.5)?.at).toEqual([100, 50]);
});

it("behind a corner it goes slower", () => {
  const held = { ...(STEPS[1] as Step), times: [0, 0.5, 1] };
  expect(momentOf(held, 0.5)?.at).toEqual([100, 0]);
  expect(momentOf(held, 0.75)?.at).toEqual([100, 25]);
  const ends = endsOf([held]);
  expect(momentNear([held], ends, [100, 25])).toBeCloseTo(0.75 * 3);
});

it("a click goes to the moment at which the bit comes nearest", () => {
  const ends = endsOf(STEPS);
  const at = momentNear(STEPS, ends, [50, -8]);
  expect(at).toBeCloseTo(2.1);
  expect(momentNear([STEPS[0] as Step], [1], [0, 0])).toBe(null);
});
