/** The one way to the server: a client typed by the generated description, and errors in one form. */
import createClient from "openapi-fetch";
import type { components, paths } from "./generated/schema";

type Schemas = components["schemas"];
export type CutPlan = Schemas["CutPlan"];
export type CutItem = Schemas["CutItem"];
export type JobView = Schemas["JobView"];
export type PieceItem = Schemas["PieceItem"];
export type ShopView = Schemas["ShopView"];
export type HouseRules = Schemas["HouseRules-Output"];
export type CutIn = Schemas["PlanAsked"]["cut"];
export type EdgeCutIn = Schemas["EdgeCutIn"];
export type ContourIn = NonNullable<Schemas["PieceIn"]["outline"]>;
export type CutForm = Schemas["Form"];
export type FormPart = CutForm["sentence"][number];
export type Blank = CutForm["options"][number];
export type Start = Schemas["StartView"];
/** What an edit changes of a cut: new values by their paths. */
export type Change = Readonly<Record<string, unknown>>;
export type SavedProfile = Schemas["SavedProfile"];
export type HandleAxis = Schemas["HandleAxis"];
export type DragHandle = Schemas["DragHandle"];
export type ClampAt = Schemas["ClampAtIn"];
export type Correction = Schemas["Correction"];
export type Repeats = Schemas["Repeats"];
export type PlanAsked = Schemas["PlanAsked"];
export type Remedy = Schemas["Remedy"];
export type PieceIn = Schemas["PieceIn"];
export type LengthIn = Schemas["LengthIn"];
export type Text = Schemas["Text"];
export type Shown = Schemas["Shown"];
export type Reading = Schemas["Reading"];
export type Figure = Schemas["Figure"];
export type Caution = Schemas["Caution"];
export type SlipSection = Schemas["SlipSection"];
export type JobName = Schemas["JobName"];
export type View = Schemas["View"];
export type Dimension = Schemas["Dimension"];
export type ToolsView = Schemas["ToolsView"];
export type BitTile = Schemas["BitTile"];
export type BitDetail = Schemas["BitDetail"];
export type DrawerView = Schemas["DrawerView"];
export type DraftView = Schemas["DraftView"];
export type RouterView = Schemas["RouterView"];
export type FlatView = Schemas["ItemView"];
export type ToolForm = Schemas["ToolForm"];
export type FormField = Schemas["FormField"];
export type Shape = Schemas["Shape"];
export type DialPosition = Schemas["DialPosition-Output"];
export type RulesView = Schemas["RulesView"];
export type DraftedRules = Schemas["DraftedRules"];
export type Move = Schemas["RuleChange"];
export type QuickView = Schemas["QuickView"];
export type ImportView = Schemas["ImportView"];
export type RowView = Schemas["RowView"];
export type ShopFileView = Schemas["ShopFileView"];
export type InstrumentView = Schemas["InstrumentView"];
export type ChooseIn = Schemas["ChooseIn"];
export type Shopping = Schemas["Shopping"];
export type ToBuy = Shopping["buys"][number];
export type Texts = Record<string, string>;
export type StarterIn = Schemas["StarterIn"];
export type Unit = LengthIn["unit"];

/** What is wrong, where it was typed, and whether typing on could mend it. */
export interface Problem {
  field: string | null;
  message: Text;
  partial: boolean;
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

const client = createClient<paths>({ baseUrl: "/" });

/** The client's own type of an answer loses tuples (a point becomes number[]), so each call names its schema. */
interface Answer {
  data?: unknown;
  error?: unknown;
  response: Response;
}

/** Turns any answer into an outcome; a network failure is `down`. */
export async function outcome<T>(request: Promise<Answer>): Promise<Outcome<T>> {
  let answer: Answer;
  try {
    answer = await request;
  } catch {
    return { kind: "down", message: NO_SERVER };
  }
  if (answer.response.ok) return { kind: "ok", data: answer.data as T };
  const body = answer.error as
    | {
        error?: { field?: string | null; message?: string; partial?: boolean; words?: Text };
        newer?: unknown;
        form?: CutForm | null;
      }
    | undefined;
  const said = body?.error?.message ?? `The server answered ${answer.response.status}.`;
  const problem: Problem = {
    field: body?.error?.field ?? null,
    message: body?.error?.words ?? { metric: said, inch: said },
    partial: body?.error?.partial ?? false,
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
  shop: () => outcome<ShopView>(client.GET("/api/shop")),
  saveSettings: (change: SettingsChange) =>
    outcome<ShopView>(client.PUT("/api/shop/settings", { body: change })),
  jobs: () => outcome<JobName[]>(client.GET("/api/jobs")),
  job: (job_id: string) =>
    outcome<JobView>(client.GET("/api/jobs/{job_id}", { params: { path: { job_id } } })),
  addJob: (name: string) => outcome<JobView>(client.POST("/api/jobs", { body: { name } })),
  addPiece: (job_id: string, piece: PieceIn) =>
    outcome<JobView>(
      client.POST("/api/jobs/{job_id}/pieces", { params: { path: { job_id } }, body: { piece } }),
    ),
  savePiece: (piece_id: string, piece: PieceIn) =>
    outcome<JobView>(
      client.PUT("/api/pieces/{piece_id}", { params: { path: { piece_id } }, body: { piece } }),
    ),
  removePiece: (piece_id: string) =>
    outcome<undefined>(client.DELETE("/api/pieces/{piece_id}", { params: { path: { piece_id } } })),
  restorePiece: (piece_id: string) =>
    outcome<undefined>(client.POST("/api/pieces/{piece_id}/restore", { params: { path: { piece_id } } })),
  addCut: (piece_id: string, name: string, cut: CutIn) =>
    outcome<CutItem>(
      client.POST("/api/pieces/{piece_id}/cuts", { params: { path: { piece_id } }, body: { name, cut } }),
    ),
  saveCut: (cut_id: string, name: string, cut: CutIn, version: number) =>
    outcome<CutItem>(
      client.PUT("/api/cuts/{cut_id}", { params: { path: { cut_id } }, body: { name, cut, version } }),
    ),
  moveCut: (cut_id: string, to: "earlier" | "later") =>
    outcome<undefined>(
      client.POST("/api/cuts/{cut_id}/move", { params: { path: { cut_id } }, body: { to } }),
    ),
  removeCut: (cut_id: string) =>
    outcome<undefined>(client.DELETE("/api/cuts/{cut_id}", { params: { path: { cut_id } } })),
  restoreCut: (cut_id: string) =>
    outcome<undefined>(client.POST("/api/cuts/{cut_id}/restore", { params: { path: { cut_id } } })),
  plan: (piece: PieceIn, cut: CutIn, cut_id: string) =>
    outcome<CutPlan>(client.POST("/api/plan", { body: { piece, cut, cut_id } })),
  tools: (piece: PieceIn, cut: CutIn, cut_id: string) =>
    outcome<ToolsView>(client.POST("/api/plan/tools", { body: { piece, cut, cut_id } })),
  repeats: (asked: Schemas["RepeatAsked"]) =>
    outcome<Repeats>(client.POST("/api/plan/repeats", { body: asked })),
  testCut: (asked: Schemas["MeasuredIn"]) =>
    outcome<Correction>(client.POST("/api/test-cut", { body: asked })),
  correct: (asked: Schemas["CorrectionIn"]) =>
    outcome<undefined>(client.POST("/api/corrections", { body: asked })),
  makeJig: (bit_id: string, router_id: string) =>
    outcome<string>(client.POST("/api/jigs", { body: { bit_id, router_id } })),
  choose: (asked: ChooseIn) => outcome<ToolsView>(client.POST("/api/choose", { body: asked })),
  shopping: () => outcome<Shopping>(client.GET("/api/shopping")),
  starts: (piece: string) => outcome<Start[]>(client.GET("/api/forms", { params: { query: { piece } } })),
  form: (piece: PieceIn, cut: CutIn) => outcome<CutForm>(client.POST("/api/forms", { body: { piece, cut } })),
  toolForms: () => outcome<ToolForm[]>(client.GET("/api/tool-forms")),
  bits: () => outcome<DrawerView>(client.GET("/api/bits")),
  findBits: (q: string) => outcome<string[]>(client.GET("/api/bits/find", { params: { query: { q } } })),
  bit: (bit_id: string) =>
    outcome<BitDetail>(client.GET("/api/bits/{bit_id}", { params: { path: { bit_id } } })),
  draftBit: (description: string, texts: Texts) =>
    outcome<DraftView>(client.POST("/api/bits/draft", { body: { description, texts } })),
  addBit: (texts: Texts) => outcome<BitTile>(client.POST("/api/bits", { body: { texts } })),
  saveBit: (bit_id: string, texts: Texts, version: string | null) =>
    outcome<BitTile>(
      client.PUT("/api/bits/{bit_id}", { params: { path: { bit_id } }, body: { texts, version } }),
    ),
  putBitAway: (bit_id: string, archived: boolean) =>
    outcome<BitTile>(
      client.POST("/api/bits/{bit_id}/away", { params: { path: { bit_id } }, body: { archived } }),
    ),
  removeBit: (bit_id: string) =>
    outcome<undefined>(client.DELETE("/api/bits/{bit_id}", { params: { path: { bit_id } } })),
  routers: () => outcome<RouterView[]>(client.GET("/api/routers")),
  addRouter: (texts: Texts, bases: Texts[]) =>
    outcome<RouterView>(client.POST("/api/routers", { body: { texts, bases } })),
  saveRouter: (router_id: string, texts: Texts, bases: Texts[], version: string | null) =>
    outcome<RouterView>(
      client.PUT("/api/routers/{router_id}", {
        params: { path: { router_id } },
        body: { texts, bases, version },
      }),
    ),
  saveDial: (router_id: string, dial: DialPosition[]) =>
    outcome<RouterView>(
      client.PUT("/api/routers/{router_id}/dial", { params: { path: { router_id } }, body: { dial } }),
    ),
  putRouterAway: (router_id: string, archived: boolean) =>
    outcome<RouterView>(
      client.POST("/api/routers/{router_id}/away", { params: { path: { router_id } }, body: { archived } }),
    ),
  removeRouter: (router_id: string) =>
    outcome<undefined>(client.DELETE("/api/routers/{router_id}", { params: { path: { router_id } } })),
  things: () => outcome<FlatView[]>(client.GET("/api/things")),
  addThing: (kind: string, texts: Texts) =>
    outcome<FlatView>(client.POST("/api/things", { body: { kind, texts } })),
  saveThing: (thing_id: string, kind: string, texts: Texts, version: string | null) =>
    outcome<FlatView>(
      client.PUT("/api/things/{thing_id}", {
        params: { path: { thing_id } },
        body: { kind, texts, version },
      }),
    ),
  removeThing: (kind: string, thing_id: string) =>
    outcome<undefined>(
      client.DELETE("/api/things/{kind}/{thing_id}", { params: { path: { kind, thing_id } } }),
    ),
  startImport: (kind: "bits" | "routers", text: string) =>
    outcome<ImportView>(client.POST("/api/imports", { body: { kind, text } })),
  lookAtImport: (import_id: string) =>
    outcome<ImportView>(client.GET("/api/imports/{import_id}", { params: { path: { import_id } } })),
  mendRow: (import_id: string, line: number, texts: Texts | null) =>
    outcome<ImportView>(
      client.POST("/api/imports/{import_id}/mend", {
        params: { path: { import_id } },
        body: { line, texts },
      }),
    ),
  keepImport: (import_id: string) =>
    outcome<ImportView>(client.POST("/api/imports/{import_id}/keep", { params: { path: { import_id } } })),
  previewShop: (text: string) =>
    outcome<ShopFileView>(client.POST("/api/files/shop/preview", { body: { text } })),
  replaceShop: (text: string) => outcome<ShopFileView>(client.PUT("/api/files/shop", { body: { text } })),
  plugInstrument: (kind: InstrumentView["kind"]) =>
    outcome<InstrumentView>(client.POST("/api/instruments/{kind}/plug", { params: { path: { kind } } })),
  zeroInstrument: (kind: InstrumentView["kind"]) =>
    outcome<InstrumentView>(client.POST("/api/instruments/{kind}/zero", { params: { path: { kind } } })),
  instrumentNews: (kind: InstrumentView["kind"], after: number, signal: AbortSignal) =>
    outcome<InstrumentView>(
      client.GET("/api/instruments/{kind}/news", { params: { path: { kind }, query: { after } }, signal }),
    ),
  handInstrument: (kind: InstrumentView["kind"], act: Schemas["HandIn"]["act"], value: number | null) =>
    outcome<InstrumentView>(
      client.POST("/api/instruments/{kind}/hand", { params: { path: { kind } }, body: { act, value } }),
    ),
  profiles: () => outcome<SavedProfile[]>(client.GET("/api/profiles")),
  saveProfile: (profile: Schemas["ProfileIn"]) =>
    outcome<SavedProfile>(client.POST("/api/profiles", { body: profile })),
  removeProfile: (profile_id: string) =>
    outcome<undefined>(client.DELETE("/api/profiles/{profile_id}", { params: { path: { profile_id } } })),
  quick: (text: string) => outcome<QuickView>(client.POST("/api/quick", { body: { text } })),
  rules: () => outcome<RulesView>(client.GET("/api/rules")),
  draftRules: (rules: HouseRules, numbers: Texts, job_id: string | null) =>
    outcome<DraftedRules>(client.POST("/api/rules/draft", { body: { rules, numbers, job_id } })),
  offerStarter: (asked: StarterIn) => outcome<DrawerView>(client.POST("/api/starter", { body: asked })),
  takeStarter: (asked: StarterIn) => outcome<DrawerView>(client.POST("/api/starter/take", { body: asked })),
};

/** The slip of a kept cut, as a PDF. */
export const slipAddress = (cutId: string, paper: "A4" | "Letter", unit: Unit) =>
  `/api/cuts/${encodeURIComponent(cutId)}/slip.pdf?paper=${paper}&unit=${unit}`;

/** The section of a kept edge cut at 1:1. */
export const sectionAddress = (cutId: string, format: "svg" | "dxf") =>
  `/api/cuts/${encodeURIComponent(cutId)}/section.${format}`;

/** A kept length as it is sent back: its text and its unit, without the value the server worked out. */
export const asTyped = (length: { typed: string; unit?: Unit }): LengthIn => ({
  typed: length.typed,
  unit: length.unit ?? "mm",
});

/** What was kept, with every length in it as it was typed. */
function typedAgain(kept: unknown): unknown {
  if (Array.isArray(kept)) return kept.map(typedAgain);
  if (kept === null || typeof kept !== "object") return kept;
  if ("typed" in kept && typeof kept.typed === "string") return asTyped(kept as Schemas["Length"]);
  return Object.fromEntries(Object.entries(kept).map(([key, value]) => [key, typedAgain(value)]));
}

/** A kept piece as a request takes it. */
export const pieceIn = (piece: PieceItem["piece"]) => typedAgain(piece) as PieceIn;

/** A kept cut as a request takes it. */
export const cutIn = (cut: CutItem["cut"]) => typedAgain(cut) as CutIn;
export const repeatsIn = (repeats: Repeats) => typedAgain(repeats) as Change;
