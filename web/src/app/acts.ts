/** What undo and redo do, as data: each act says what is to be so, and what was so after one's own change. */
import {
  api,
  type BurnLimitIn,
  type CareIn,
  type CorrectionIn,
  type CutIn,
  type DialPosition,
  type JobChange,
  type JointIn,
  type Outcome,
  type PieceIn,
  type RemovedKind,
  type SettingsChange,
  type Texts,
} from "../api/client";
import { cutIn, pieceIn } from "../api/typed";
import { asTyped, type Loops } from "../templates/corners";
import { problemOf } from "../ui/problems";
import type { Difference, Done, Step } from "./history";

/** A thing gets another value; `was` is what this window left it as. */
type Put =
  | { do: "cut"; id: string; job: string; to: CutIn; was: CutIn }
  | { do: "rename"; id: string; to: string; was: string }
  | { do: "piece"; id: string; job: string; to: PieceIn; was: PieceIn }
  | { do: "job"; id: string; to: JobChange; was: JobChange }
  | { do: "joint"; id: string; to: JointIn; was: JointIn }
  | { do: "settings"; to: SettingsChange; was: SettingsChange }
  | { do: "dial"; id: string; to: DialPosition[]; was: DialPosition[] }
  | { do: "bit"; id: string; to: Texts; was: Texts }
  | { do: "router"; id: string; to: RouterTexts; was: RouterTexts }
  | { do: "thing"; id: string; kind: string; to: Texts; was: Texts }
  | { do: "corners"; id: string; to: TypedCorners; was: TypedCorners };

/** The corners of the loops of an outline, as they are asked for. */
export type TypedCorners = Parameters<typeof api.moveCorners>[1];

interface RouterTexts {
  texts: Texts;
  bases: Texts[];
}

/** Where a cut stands: in which piece, before which cut. */
export interface CutPlace {
  piece: string;
  before: string | null;
}

export type Act =
  | Put
  | { do: "remove"; kind: RemovedKind; id: string }
  | { do: "bring-back"; kind: RemovedKind; id: string }
  | { do: "place-cut"; id: string; at: CutPlace }
  | { do: "place-piece"; id: string; before: string | null }
  | { do: "uses"; id: string; count: number }
  | { do: "care"; care: CareIn }
  | { do: "care-back"; id: string }
  | { do: "away"; kind: "bits" | "routers"; id: string; archived: boolean }
  | { do: "burn-limit"; limit: BurnLimitIn }
  | {
      do: "correct";
      of: CorrectionIn["of"];
      id: string;
      base: string | null;
      side: string | null;
      value: number;
    };

/** A step that gave a thing another value, and back. */
export const changed = <P extends Put>(label: string, act: P): Step => ({
  label,
  undo: { ...act, to: act.was, was: act.to } as P,
  redo: act,
});

/** A step that took something away, and back. */
export const removed = (label: string, kind: RemovedKind, id: string): Step => ({
  label,
  undo: { do: "bring-back", kind, id },
  redo: { do: "remove", kind, id },
});

/** A step that made something, and back. */
export const added = (label: string, kind: RemovedKind, id: string): Step => ({
  label,
  undo: { do: "remove", kind, id },
  redo: { do: "bring-back", kind, id },
});

/** A step that counted uses of a template, and back. */
export const counted = (label: string, id: string, count: number): Step => ({
  label,
  undo: { do: "uses", id, count: -count },
  redo: { do: "uses", id, count },
});

/** A step that noted what was done for a tool, and back. */
export const cared = (label: string, care: CareIn): Step => ({
  label,
  undo: { do: "care-back", id: care.id },
  redo: { do: "care", care },
});

/** How a cut that is on the screen, or not, gets another state: through its editor. */
export type PutCut = (act: Extract<Act, { do: "cut" }>) => void;

const told = (answer: Outcome<unknown>): Done => {
  const problem = problemOf(answer);
  return problem ? { kind: "failed", message: problem.message.metric } : { kind: "done" };
};

const REMOVE: Record<RemovedKind, (id: string) => Promise<Outcome<unknown>>> = {
  jobs: api.removeJob,
  pieces: api.removePiece,
  cuts: api.removeCut,
  joints: api.removeJoint,
  routers: api.removeRouter,
  bits: api.removeBit,
  guides: (id) => api.removeThing("straightedge", id),
  woods: (id) => api.removeThing("wood", id),
  deliveries: (id) => api.removeThing("delivery", id),
  profiles: api.removeProfile,
  outlines: api.removeOutline,
  runs: api.removeRun,
  photos: api.removePhoto,
};

/** Does an act. `anyway`: also where somebody else has changed the thing since. */
export async function perform(act: Act, anyway: boolean, putCut: PutCut): Promise<Done> {
  switch (act.do) {
    case "cut":
      putCut(act);
      return { kind: "done" };
    case "remove":
      return told(await REMOVE[act.kind](act.id));
    case "bring-back":
      return told(await api.bringBack(act.kind, act.id));
    case "place-cut":
      return told(await api.placeCut(act.id, act.at.piece, act.at.before));
    case "place-piece":
      return told(await api.placePiece(act.id, act.before));
    case "uses":
      return told(await api.countUses(act.id, act.count));
    case "away":
      return told(
        await (act.kind === "bits"
          ? api.putBitAway(act.id, act.archived)
          : api.putRouterAway(act.id, act.archived)),
      );
    case "care":
      return told(await api.careDone(act.care));
    case "care-back":
      return told(await api.careNotDone(act.id));
    case "burn-limit":
      return told(await api.followBurnLimit(act.limit));
    case "correct":
      return told(
        await api.correct({
          of: act.of,
          id: act.id,
          base: act.base as "plunge" | null,
          side: act.side,
          value: act.value,
        }),
      );
    default:
      return put(act, anyway);
  }
}

/** Gives a thing another value, unless it is no longer what this window left it as. */
async function put(act: Exclude<Put, { do: "cut" }>, anyway: boolean): Promise<Done> {
  const found = await asItIs(act);
  if (found.kind !== "ok") return told(found);
  const { now, save } = found.data;
  const differences = anyway ? [] : differencesOf(act.was, now, act.to);
  return differences.length > 0 ? { kind: "changed", differences } : told(await save());
}

interface AsItIs {
  now: unknown;
  save: () => Promise<Outcome<unknown>>;
}

const GONE = {
  kind: "missing" as const,
  problem: {
    field: null,
    message: { metric: "It is not here any more", inch: "It is not here any more" },
    partial: false,
  },
};

/** What a thing is now, and how it gets its other value. */
async function asItIs(act: Exclude<Put, { do: "cut" }>): Promise<Outcome<AsItIs>> {
  switch (act.do) {
    case "rename": {
      const cut = await api.cut(act.id);
      if (cut.kind !== "ok") return cut;
      const { name, version, wanted } = cut.data;
      const kept = cutIn(cut.data.cut);
      return ok({ now: name, save: () => api.saveCut(act.id, act.to, kept, version, wanted) });
    }
    case "piece": {
      const job = await api.job(act.job);
      if (job.kind !== "ok") return job;
      const found = job.data.pieces.find((each) => each.id === act.id);
      return found ? ok({ now: pieceIn(found.piece), save: () => api.savePiece(act.id, act.to) }) : GONE;
    }
    case "job": {
      const job = await api.job(act.id);
      if (job.kind !== "ok") return job;
      const now = part(job.data, act.was);
      return ok({ now, save: () => api.saveJob(act.id, act.to) });
    }
    case "joint": {
      const joint = await api.joint(act.id);
      if (joint.kind !== "ok") return joint;
      const { name, version } = joint.data;
      return ok({ now: joint.data.joint, save: () => api.saveJoint(act.id, name, act.to, version) });
    }
    case "settings": {
      const shop = await api.shop();
      if (shop.kind !== "ok") return shop;
      const now = part({ ...shop.data, unit: shop.data.own_unit }, act.was);
      return ok({ now, save: () => api.saveSettings(act.to) });
    }
    case "dial":
    case "router": {
      const routers = await api.routers();
      if (routers.kind !== "ok") return routers;
      const found = routers.data.find((each) => each.id === act.id);
      if (!found) return GONE;
      return act.do === "dial"
        ? ok({ now: found.dial, save: () => api.saveDial(act.id, act.to) })
        : ok({
            now: { texts: found.texts, bases: found.bases },
            save: () => api.saveRouter(act.id, act.to.texts, act.to.bases, found.version),
          });
    }
    case "bit": {
      const bit = await api.bit(act.id);
      if (bit.kind !== "ok") return bit;
      return ok({
        now: bit.data.texts,
        save: () => api.saveBit(act.id, act.to, bit.data.tile.version),
      });
    }
    case "thing": {
      const things = await api.things();
      if (things.kind !== "ok") return things;
      const found = things.data.find((each) => each.id === act.id);
      return found
        ? ok({ now: found.texts, save: () => api.saveThing(act.id, act.kind, act.to, found.version) })
        : GONE;
    }
    case "corners": {
      const [outlines, corners] = await Promise.all([api.outlines(), api.corners(act.id)]);
      if (outlines.kind !== "ok") return outlines;
      if (corners.kind !== "ok") return corners;
      const version = outlines.data.find((each) => each.id === act.id)?.version ?? null;
      const now = corners.data.loops ? asTyped(corners.data.loops as Loops) : null;
      return ok({ now, save: () => api.moveCorners(act.id, act.to, version) });
    }
    default:
      return act satisfies never;
  }
}

const ok = (data: AsItIs): Outcome<AsItIs> => ({ kind: "ok", data });

/** Of a whole, what a change of it names. */
const part = (whole: object, change: object): unknown =>
  Object.fromEntries(Object.keys(change).map((key) => [key, (whole as Record<string, unknown>)[key]]));

/** Where a value is no longer what it was left as. Exported for its test. */
export function differencesOf(was: unknown, now: unknown, wanted: unknown, name = ""): Difference[] {
  if (JSON.stringify(was) === JSON.stringify(now)) return [];
  if (isRecord(was) && isRecord(now) && !("typed" in was))
    return [...new Set([...Object.keys(was), ...Object.keys(now)])].flatMap((key) =>
      differencesOf(was[key], now[key], isRecord(wanted) ? wanted[key] : undefined, key),
    );
  // What is not said and what is empty are the same.
  if (!says(was) && !says(now)) return [];
  return [{ what: name.replaceAll("_", " "), now: says(now), wanted: says(wanted) }];
}

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === "object" && value !== null && !Array.isArray(value);

function says(value: unknown): string {
  if (value === null || value === undefined || value === "" || value === false) return "";
  if (isRecord(value) && typeof value.typed === "string") return value.typed;
  if (Array.isArray(value)) return value.map(says).join(", ");
  return isRecord(value) ? Object.values(value).map(says).filter(Boolean).join(" · ") : String(value);
}
