/** The one way to the server: a client typed by the generated description, and errors in one form. */
import createClient, { type MaybeOptionalInit } from "openapi-fetch";
import { reader } from "../app/reader";
import { store, stored } from "../app/stored";
import type { paths } from "./generated/schema";
import type {
  CareIn,
  ChooseIn,
  CutForm,
  CutIn,
  DialPosition,
  HouseRules,
  InstrumentView,
  JobChange,
  JointAsked,
  JointIn,
  PieceIn,
  PlanAsked,
  RemovedKind,
  Schemas,
  StarterIn,
  Text,
  Texts,
  Unit,
} from "./types";

export type * from "./types";

/** What is wrong, where it was typed, and whether typing on could mend it. */
export interface Problem {
  field: string | null;
  message: Text;
  partial: boolean;
  /** No tool here makes it, though the board would take it: it can be kept as wanted. */
  lacks?: boolean;
}

/** What of a shop's settings changes; the rest stays. */
export type SettingsChange = { unit: Unit } | { rules: HouseRules };

/** How a request ended; `down` covers a server or database that does not answer. */
export type Outcome<T> =
  | { kind: "ok"; data: T }
  | { kind: "refused"; problem: Problem; form?: CutForm | null }
  | { kind: "stale"; newer: unknown; problem: Problem }
  | { kind: "missing"; problem: Problem }
  | { kind: "down"; message: string };

export const NO_SERVER =
  "Ranura's server does not answer. It was stopped or is starting; this page keeps trying.";

const NAMED = "ranura-window";

/** How this window names itself, also after a reload: it need not read again what it has written, and what it left is its own. */
export const WINDOW = stored("visit", NAMED, Math.random().toString(36).slice(2));
store("visit", NAMED, WINDOW);

const client = createClient<paths>({ baseUrl: "/", headers: { "Ranura-Window": WINDOW } });
client.use({
  onRequest: ({ request }) => {
    const unit = reader.unit();
    if (unit) request.headers.set("Ranura-Unit", unit);
  },
});

type Method = "get" | "put" | "post" | "delete";
type Path<M extends Method> = {
  [P in keyof paths]: paths[P][M] extends { responses: unknown } ? P : never;
}[keyof paths];
type Asked<P extends keyof paths, M extends Method> = MaybeOptionalInit<paths[P], M>;
type Content<R> = R extends { content: { "application/json": infer Body } } ? Body : undefined;
type Answered<P extends keyof paths, M extends Method> = paths[P][M] extends { responses: infer R }
  ? Content<R[Extract<keyof R, 200 | 201 | 202 | 204>]>
  : never;

/**
 * Asks by a method; what a path takes and answers is read from the description. The client's own type of an answer loses
 * tuples (a point becomes number[]), so the answer's type is said again here, once for all paths.
 */
const asking =
  <M extends Method>(method: M) =>
  <P extends Path<M>>(path: P, ...init: object extends Asked<P, M> ? [Asked<P, M>?] : [Asked<P, M>]) => {
    const ask = client.request as (method: Method, path: keyof paths, ...init: unknown[]) => Promise<unknown>;
    return outcome(ask(method, path, ...init) as Promise<Answer<Answered<P, M>>>);
  };

const get = asking("get");
const put = asking("put");
const post = asking("post");
const remove = asking("delete");

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** Turns any answer into an outcome; a network failure is `down`. */
export async function outcome<T>(request: Promise<Answer<T>>): Promise<Outcome<T>> {
  let answer: Answer<T>;
  try {
    answer = await request;
  } catch {
    return { kind: "down", message: NO_SERVER };
  }
  if (answer.response.ok) return { kind: "ok", data: answer.data as T };
  const body = answer.error as
    | {
        error?: { field?: string | null; message?: string; partial?: boolean; lacks?: boolean; words?: Text };
        newer?: unknown;
        form?: CutForm | null;
      }
    | undefined;
  const said = body?.error?.message ?? `The server answered ${answer.response.status}.`;
  const problem: Problem = {
    field: body?.error?.field ?? null,
    message: body?.error?.words ?? { metric: said, inch: said },
    partial: body?.error?.partial ?? false,
    lacks: body?.error?.lacks ?? false,
  };
  switch (answer.response.status) {
    case 409:
      return body?.newer === undefined
        ? { kind: "refused", problem }
        : { kind: "stale", newer: body.newer, problem };
    case 404:
      return { kind: "missing", problem };
    case 503:
      return { kind: "down", message: said };
    default:
      return answer.response.status >= 500
        ? { kind: "down", message: said }
        : { kind: "refused", problem, form: body?.form ?? null };
  }
}

export const api = {
  shop: () => get("/api/shop"),
  saveSettings: (change: SettingsChange) => put("/api/shop/settings", { body: change }),
  jobs: () => get("/api/jobs"),
  job: (job_id: string) => get("/api/jobs/{job_id}", { params: { path: { job_id } } }),
  order: (job_id: string) => get("/api/jobs/{job_id}/order", { params: { path: { job_id } } }),
  addJob: (name: string) => post("/api/jobs", { body: { name } }),
  saveJob: (job_id: string, change: JobChange) =>
    put("/api/jobs/{job_id}", { params: { path: { job_id } }, body: change }),
  removeJob: (job_id: string) => remove("/api/jobs/{job_id}", { params: { path: { job_id } } }),
  copyJob: (job_id: string) => post("/api/jobs/{job_id}/copy", { params: { path: { job_id } } }),
  addPiece: (job_id: string, piece: PieceIn) =>
    post("/api/jobs/{job_id}/pieces", { params: { path: { job_id } }, body: { piece } }),
  savePiece: (piece_id: string, piece: PieceIn) =>
    put("/api/pieces/{piece_id}", { params: { path: { piece_id } }, body: { piece } }),
  removePiece: (piece_id: string) => remove("/api/pieces/{piece_id}", { params: { path: { piece_id } } }),
  copyPiece: (piece_id: string) => post("/api/pieces/{piece_id}/copy", { params: { path: { piece_id } } }),
  placePiece: (piece_id: string, before: string | null) =>
    post("/api/pieces/{piece_id}/place", { params: { path: { piece_id } }, body: { before } }),
  /** `wanted` keeps a cut that no tool here makes. */
  addCut: (piece_id: string, name: string, cut: CutIn, wanted = false) =>
    post("/api/pieces/{piece_id}/cuts", { params: { path: { piece_id } }, body: { name, cut, wanted } }),
  saveCut: (cut_id: string, name: string, cut: CutIn, version: number, wanted = false) =>
    put("/api/cuts/{cut_id}", { params: { path: { cut_id } }, body: { name, cut, version, wanted } }),
  cut: (cut_id: string) => get("/api/cuts/{cut_id}", { params: { path: { cut_id } } }),
  copyCut: (cut_id: string) => post("/api/cuts/{cut_id}/copy", { params: { path: { cut_id } } }),
  placeCut: (cut_id: string, piece_id: string, before: string | null) =>
    post("/api/cuts/{cut_id}/place", { params: { path: { cut_id } }, body: { piece_id, before } }),
  removeCut: (cut_id: string) => remove("/api/cuts/{cut_id}", { params: { path: { cut_id } } }),
  planJoint: (asked: JointAsked) => post("/api/plan/joint", { body: asked }),
  jointKinds: () => get("/api/joints/kinds"),
  whichJoint: (asked: Schemas["WhichAsked"]) => post("/api/joints/which", { body: asked }),
  joint: (joint_id: string) => get("/api/joints/{joint_id}", { params: { path: { joint_id } } }),
  addJoint: (job_id: string, joint: Schemas["NewJoint"]) =>
    post("/api/jobs/{job_id}/joints", { params: { path: { job_id } }, body: joint }),
  saveJoint: (joint_id: string, name: string, joint: JointIn, version: number) =>
    put("/api/joints/{joint_id}", { params: { path: { joint_id } }, body: { name, joint, version } }),
  removeJoint: (joint_id: string) => remove("/api/joints/{joint_id}", { params: { path: { joint_id } } }),
  about: () => get("/api/about"),
  words: () => get("/api/words"),
  removed: () => get("/api/removed"),
  bringBack: (kind: RemovedKind, thing_id: string) =>
    post("/api/removed/{kind}/{thing_id}", { params: { path: { kind, thing_id } } }),
  plan: (piece: PieceIn, cut: CutIn, cut_id: string) => post("/api/plan", { body: { piece, cut, cut_id } }),
  tools: (piece: PieceIn, cut: CutIn, cut_id: string) =>
    post("/api/plan/tools", { body: { piece, cut, cut_id } }),
  prove: (piece: PieceIn, cut: CutIn, cut_id: string) =>
    post("/api/plan/proof", { body: { piece, cut, cut_id } }),
  dryRun: (asked: PlanAsked) => post("/api/plan/dry-run", { body: asked }),
  repeats: (asked: Schemas["RepeatAsked"]) => post("/api/plan/repeats", { body: asked }),
  testCut: (asked: Schemas["MeasuredIn"]) => post("/api/test-cut", { body: asked }),
  followBurnLimit: (asked: Schemas["BurnLimitIn"]) => post("/api/burn-limits", { body: asked }),
  correct: (asked: Schemas["CorrectionIn"]) => post("/api/corrections", { body: asked }),
  makeJig: (bit_id: string, router_id: string) => post("/api/jigs", { body: { bit_id, router_id } }),
  choose: (asked: ChooseIn) => post("/api/choose", { body: asked }),
  shopping: () => get("/api/shopping"),
  starts: (piece: string) => get("/api/forms", { params: { query: { piece } } }),
  form: (piece: PieceIn, cut: CutIn, added_to: string | null) =>
    post("/api/forms", { body: { piece, cut, added_to } }),
  toolForms: () => get("/api/tool-forms"),
  bits: () => get("/api/bits"),
  findBits: (q: string) => get("/api/bits/find", { params: { query: { q } } }),
  bit: (bit_id: string) => get("/api/bits/{bit_id}", { params: { path: { bit_id } } }),
  draftBit: (description: string, texts: Texts) => post("/api/bits/draft", { body: { description, texts } }),
  addBit: (texts: Texts) => post("/api/bits", { body: { texts } }),
  saveBit: (bit_id: string, texts: Texts, version: string | null) =>
    put("/api/bits/{bit_id}", { params: { path: { bit_id } }, body: { texts, version } }),
  putBitAway: (bit_id: string, archived: boolean) =>
    post("/api/bits/{bit_id}/away", { params: { path: { bit_id } }, body: { archived } }),
  removeBit: (bit_id: string) => remove("/api/bits/{bit_id}", { params: { path: { bit_id } } }),
  routers: () => get("/api/routers"),
  addRouter: (texts: Texts, bases: Texts[]) => post("/api/routers", { body: { texts, bases } }),
  saveRouter: (router_id: string, texts: Texts, bases: Texts[], version: string | null) =>
    put("/api/routers/{router_id}", {
      params: { path: { router_id } },
      body: { texts, bases, version },
    }),
  saveDial: (router_id: string, dial: DialPosition[]) =>
    put("/api/routers/{router_id}/dial", { params: { path: { router_id } }, body: { dial } }),
  putRouterAway: (router_id: string, archived: boolean) =>
    post("/api/routers/{router_id}/away", { params: { path: { router_id } }, body: { archived } }),
  removeRouter: (router_id: string) =>
    remove("/api/routers/{router_id}", { params: { path: { router_id } } }),
  things: () => get("/api/things"),
  addThing: (kind: string, texts: Texts) => post("/api/things", { body: { kind, texts } }),
  saveThing: (thing_id: string, kind: string, texts: Texts, version: string | null) =>
    put("/api/things/{thing_id}", {
      params: { path: { thing_id } },
      body: { kind, texts, version },
    }),
  removeThing: (kind: string, thing_id: string) =>
    remove("/api/things/{kind}/{thing_id}", { params: { path: { kind, thing_id } } }),
  startImport: (kind: "bits" | "routers", text: string) => post("/api/imports", { body: { kind, text } }),
  lookAtImport: (import_id: string) => get("/api/imports/{import_id}", { params: { path: { import_id } } }),
  correctRow: (import_id: string, line: number, texts: Texts | null) =>
    post("/api/imports/{import_id}/correct", {
      params: { path: { import_id } },
      body: { line, texts },
    }),
  keepImport: (import_id: string) =>
    post("/api/imports/{import_id}/keep", { params: { path: { import_id } } }),
  copies: () => get("/api/files/copies"),
  previewBackup: (text: string) => post("/api/files/backup/preview", { body: { text } }),
  restoreBackup: (text: string) => put("/api/files/backup", { body: { text } }),
  previewJob: (text: string) => post("/api/files/job/preview", { body: { text } }),
  takeJob: (text: string) => post("/api/files/job", { body: { text } }),
  previewShop: (text: string) => post("/api/files/shop/preview", { body: { text } }),
  replaceShop: (text: string) => put("/api/files/shop", { body: { text } }),
  plugInstrument: (kind: InstrumentView["kind"]) =>
    post("/api/instruments/{kind}/plug", { params: { path: { kind } } }),
  zeroInstrument: (kind: InstrumentView["kind"]) =>
    post("/api/instruments/{kind}/zero", { params: { path: { kind } } }),
  instrument: (kind: InstrumentView["kind"]) =>
    get("/api/instruments/{kind}", { params: { path: { kind } } }),
  handInstrument: (kind: InstrumentView["kind"], act: Schemas["HandIn"]["act"], value: number | null) =>
    post("/api/instruments/{kind}/hand", { params: { path: { kind } }, body: { act, value } }),
  profiles: () => get("/api/profiles"),
  saveProfile: (profile: Schemas["ProfileIn"]) => post("/api/profiles", { body: profile }),
  removeProfile: (profile_id: string) =>
    remove("/api/profiles/{profile_id}", { params: { path: { profile_id } } }),
  outlines: () => get("/api/outlines"),
  corners: (outline_id: string) =>
    get("/api/outlines/{outline_id}/corners", { params: { path: { outline_id } } }),
  moveCorners: (outline_id: string, loops: Schemas["CornerIn"][][], version: string | null) =>
    put("/api/outlines/{outline_id}/corners", {
      params: { path: { outline_id } },
      body: { loops, version },
    }),
  outlineForms: () => get("/api/outlines/forms"),
  holes: (mortise: Schemas["MortiseIn"]) => post("/api/outlines/holes", { body: mortise }),
  outlinePairs: () => get("/api/outlines/pairs"),
  readDrawing: (drawing: Schemas["DrawingIn"]) => post("/api/outlines/read", { body: drawing }),
  drawOutline: (drawn: Schemas["DrawnIn"]) => post("/api/outlines/draw", { body: drawn }),
  keepOutline: (outline: Schemas["OutlineIn"]) => post("/api/outlines", { body: outline }),
  changeOutline: (outline_id: string, change: Schemas["OutlineChange"]) =>
    put("/api/outlines/{outline_id}", { params: { path: { outline_id } }, body: change }),
  removeOutline: (outline_id: string) =>
    remove("/api/outlines/{outline_id}", { params: { path: { outline_id } } }),
  distance: (along: number, up: number) =>
    get("/api/outlines/distance", { params: { query: { along, up } } }),
  keepRounded: (outline_id: string, radius: number) =>
    post("/api/outlines/{outline_id}/rounded", { params: { path: { outline_id } }, body: { radius } }),
  keepTemplate: (outline_id: string, made: Schemas["TemplateIn"]) =>
    post("/api/outlines/{outline_id}/templates", { params: { path: { outline_id } }, body: made }),
  keepCopy: (outline_id: string, of: Schemas["StuffIn"]) =>
    post("/api/outlines/{outline_id}/copies", { params: { path: { outline_id } }, body: of }),
  countUses: (outline_id: string, count: number) =>
    post("/api/outlines/{outline_id}/uses", { params: { path: { outline_id } }, body: { count } }),
  keepMade: (outline_id: string, made: Schemas["MadeIn"]) =>
    post("/api/outlines/{outline_id}/made", { params: { path: { outline_id } }, body: made }),
  template: (
    outline_id: string,
    asked: { guide: string; bit?: string; paper: "a4" | "letter"; corners: number; fibres?: number },
  ) =>
    get("/api/outlines/{outline_id}/template", {
      params: { path: { outline_id }, query: asked },
    }),
  quick: (text: string) => post("/api/quick", { body: { text } }),
  line: (job_id: string, text: string, piece_id: string | null) =>
    post("/api/jobs/{job_id}/line", { params: { path: { job_id } }, body: { text, piece_id } }),
  begin: (unit: Unit) => post("/api/begin", { body: { unit } }),
  assumed: () => get("/api/assumed"),
  confirmAssumed: (body: Schemas["Confirmed"]) => post("/api/assumed/confirm", { body }),
  find: (q: string) => get("/api/find", { params: { query: { q } } }),
  rules: () => get("/api/rules"),
  ruleMoves: (rules: HouseRules, cut_id: string) => post("/api/rules/moves", { body: { rules, cut_id } }),
  draftRules: (rules: HouseRules, numbers: Texts, job_id: string | null) =>
    post("/api/rules/draft", { body: { rules, numbers, job_id } }),
  offerStarter: (asked: StarterIn) => post("/api/starter", { body: asked }),
  takeStarter: (asked: StarterIn) => post("/api/starter/take", { body: asked }),
  beginRun: (cut_id: string) => post("/api/cuts/{cut_id}/runs", { params: { path: { cut_id } } }),
  runOfCut: (cut_id: string) => get("/api/cuts/{cut_id}/run", { params: { path: { cut_id } } }),
  runs: () => get("/api/runs"),
  run: (run_id: string) => get("/api/runs/{run_id}", { params: { path: { run_id } } }),
  takeUpRun: (run_id: string) => post("/api/runs/{run_id}/hand", { params: { path: { run_id } } }),
  stepRun: (run_id: string, step: Schemas["StepIn"]) =>
    post("/api/runs/{run_id}/steps", { params: { path: { run_id } }, body: step }),
  measureTrial: (run_id: string, trial: Schemas["TrialIn"]) =>
    post("/api/runs/{run_id}/trial", { params: { path: { run_id } }, body: trial }),
  takeTrialBack: (run_id: string, trial: Schemas["TrialBackIn"]) =>
    post("/api/runs/{run_id}/trial/back", { params: { path: { run_id } }, body: trial }),
  endRun: (run_id: string, outcome: Schemas["OutcomeIn"]) =>
    post("/api/runs/{run_id}/outcome", { params: { path: { run_id } }, body: outcome }),
  leaveRun: (run_id: string) => post("/api/runs/{run_id}/left", { params: { path: { run_id } } }),
  noteRun: (noted: Schemas["NotedIn"]) => post("/api/runs", { body: noted }),
  addPhoto: (run_id: string, jpeg: string) =>
    post("/api/runs/{run_id}/photos", { params: { path: { run_id } }, body: { jpeg } }),
  removePhoto: (photo_id: string) => remove("/api/photos/{photo_id}", { params: { path: { photo_id } } }),
  removeRun: (run_id: string) => remove("/api/runs/{run_id}", { params: { path: { run_id } } }),
  lessons: () => get("/api/lessons"),
  plots: () => get("/api/plots"),
  due: () => get("/api/due"),
  careDone: (care: CareIn) => post("/api/cares", { body: care }),
  careNotDone: (care_id: string) => remove("/api/cares/{care_id}", { params: { path: { care_id } } }),
  lastTime: (material: string, bit: string) =>
    get("/api/last-time", { params: { query: { material, bit } } }),
  takeLog: (text: string) => post("/api/log", { body: { text } }),
};
