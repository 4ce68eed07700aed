import { Plus } from "lucide-react";
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import {
  api,
  type KeptOutline,
  type ShopView,
  type TemplatePairs,
  type TemplateView,
  type Unit,
} from "../api/client";
import { useReading, useRefresh, useShop } from "../api/queries";
import { removed } from "../app/acts";
import { notifyOf } from "../app/notice";
import { Place } from "../app/Place";
import { store, stored } from "../app/stored";
import { history } from "../app/undo";
import { Waiting } from "../app/Waiting";
import { usePlace } from "../shop/place";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";
import { Canvas } from "./Canvas";
import { IntentChoice, NewOutline } from "./NewOutline";

/** Outlines, and the template that a bushing or a bearing follows to make each. */
export default function Templates() {
  const shop = useShop();
  const outlines = useReading({ key: ["outlines"], ask: api.outlines });
  if (!shop.data || !outlines.data) return <Waiting reason={shop.down ?? outlines.down} />;
  return <Room shop={shop.data} outlines={outlines.data} />;
}

function Room({ shop, outlines }: { shop: ShopView; outlines: readonly KeptOutline[] }) {
  const { switchUnit } = usePlace(shop);
  const { outlineId } = useParams();
  const navigate = useNavigate();
  const [adding, setAdding] = useState(false);
  const open = outlines.find((each) => each.id === outlineId) ?? outlines[0];
  return (
    <Place title="Templates" shopName={shop.name} unit={shop.unit} onSwitch={switchUnit}>
      <main
        className="grid min-h-0 flex-1 grid-cols-1 content-start gap-x-4 gap-y-2 px-4 pb-4 lg:grid-cols-[210px_minmax(0,1fr)] lg:content-stretch lg:overflow-hidden"
        data-testid="templates"
      >
        <section aria-label="Outlines" className="flex min-h-0 min-w-0 flex-col gap-2 lg:overflow-y-auto">
          <h2 className="pt-2.5 text-title font-bold">Outlines</h2>
          <button
            type="button"
            className="button justify-center"
            onClick={() => setAdding(true)}
            data-testid="add-outline"
          >
            <Plus size={17} aria-hidden /> New outline
          </button>
          <ul className="flex gap-2 overflow-x-auto lg:flex-col">
            {outlines.map((each) => (
              <li key={each.id} className="shrink-0">
                <Link
                  to={`/templates/${each.id}`}
                  aria-current={each.id === open?.id ? "true" : undefined}
                  className={`block rounded border p-2 hover:bg-paper ${each.id === open?.id ? "border-ink bg-paper" : "border-rule"}`}
                  data-testid={`outline-${each.id}`}
                >
                  <b className="block text-body">
                    <Words text={each.name} />
                  </b>
                  <span className="text-small text-ink-2">
                    <Words text={inUnit(each.size, shop.unit)} />
                  </span>
                </Link>
              </li>
            ))}
          </ul>
        </section>
        {open ? (
          <Open key={open.id} outline={open} unit={shop.unit} />
        ) : (
          <p className="max-w-prose py-6 text-ink-2">
            An outline is the shape that you want: of a hole or of a part. Read it from a drawing or make it
            from a few sizes; its template for your bushing or bearing follows, with every corner that the bit
            does not reach.
          </p>
        )}
      </main>
      {adding ? (
        <NewOutline
          unit={shop.unit}
          onClose={() => setAdding(false)}
          onKept={(kept) => {
            setAdding(false);
            void navigate(`/templates/${kept.id}`);
          }}
        />
      ) : null}
    </Place>
  );
}

/** What follows the template: a bushing and a bit, or a bit with a bearing, by their ids. */
interface Chosen {
  guide: string | null;
  bit: string | null;
}

const KEY = "ranura.template-pair";

/** What was chosen where it is still there, else what the shop begins with. */
function pairOf(pairs: TemplatePairs, chosen: Chosen): Chosen & { bearing: boolean } {
  const bearing = pairs.bearings.some((each) => each.id === chosen.guide);
  const guide =
    bearing || pairs.bushings.some((each) => each.id === chosen.guide) ? chosen.guide : pairs.guide_id;
  const bit = pairs.bits.some((each) => each.id === chosen.bit) ? chosen.bit : pairs.bit_id;
  return { guide, bit, bearing: pairs.bearings.some((each) => each.id === guide) };
}

function Open({ outline, unit }: { outline: KeptOutline; unit: Unit }) {
  const pairs = useReading({ key: ["outline-pairs"], ask: api.outlinePairs });
  const [chosen, setChosen] = useState<Chosen>(() => stored("browser", KEY, { guide: null, bit: null }));
  const [paper, setPaper] = useState<"a4" | "letter">(unit === "in" ? "letter" : "a4");
  const [mirrored, setMirrored] = useState(false);
  const [place, setPlace] = useState<number | null>(null);
  const refresh = useRefresh();
  const navigate = useNavigate();
  const pair = pairs.data ? pairOf(pairs.data, chosen) : null;
  const found = useReading({
    key: ["template", outline.id, outline.version, pair?.guide, pair?.bit, paper],
    ask: () => api.template(outline.id, pair?.guide ?? "", pair?.bit ?? undefined, paper),
    enabled: pair?.guide != null,
    keeps: true,
  });
  const choose = (change: Partial<Chosen>) => {
    const next = { ...chosen, ...change };
    store("browser", KEY, next);
    setPlace(null);
    setChosen(next);
  };
  const say = async (intent: KeptOutline["intent"]) => {
    const answer = await api.changeOutline(outline.id, {
      name: outline.name,
      intent,
      version: outline.version,
    });
    if (answer.kind !== "ok") return notifyOf("Not changed", answer);
    return refresh();
  };
  const remove = async () => {
    const answer = await api.removeOutline(outline.id);
    if (answer.kind !== "ok") return notifyOf("Not removed", answer);
    history.push(removed(`removing ${outline.name}`, "outlines", outline.id));
    await refresh();
    return navigate("/templates");
  };
  return (
    <div className="grid min-h-0 grid-cols-1 gap-4 lg:grid-cols-[minmax(0,1fr)_310px]">
      <section aria-label="The template" className="flex min-h-0 flex-col pt-3">
        {found.data ? (
          <Canvas
            view={found.data}
            unit={unit}
            recess={outline.intent === "recess"}
            place={place}
            onPlace={setPlace}
          />
        ) : (
          <p role="status" className="py-6 text-ink-2">
            {pair && !pair.guide
              ? "A template is followed with a bushing and a bit, or a bit with a bearing. Put one into the shop first."
              : "Working out the template …"}
          </p>
        )}
      </section>
      <section
        aria-label="What it is made for"
        className="flex min-h-0 flex-col gap-3 pt-3 lg:overflow-y-auto"
      >
        <h2 className="text-title leading-tight font-bold">
          <Words text={outline.name} />
        </h2>
        <IntentChoice intent={outline.intent} onChoose={(intent) => void say(intent)} />
        {pairs.data && pair ? <PairChoice pairs={pairs.data} pair={pair} onChoose={choose} /> : null}
        {found.data ? (
          <Findings
            view={found.data}
            unit={unit}
            recess={outline.intent === "recess"}
            place={place}
            onPlace={setPlace}
          />
        ) : null}
        {found.problem ? (
          <p role="alert" className="text-cut">
            <Words text={inUnit(found.problem.message, unit)} />
          </p>
        ) : null}
        {found.data && pair?.guide ? (
          <div className="flex flex-col gap-2 border-t border-rule pt-2">
            <h3 className="label">At 1:1, to make it from</h3>
            <div className="flex flex-wrap gap-2">
              {(["svg", "dxf", "pdf"] as const).map((form) => (
                <a
                  key={form}
                  className="button"
                  href={`/api/outlines/${outline.id}/template.${form}?guide=${pair.guide}${pair.bit ? `&bit=${pair.bit}` : ""}&paper=${paper}&mirrored=${mirrored}`}
                  download
                  data-testid={`out-${form}`}
                >
                  {form === "pdf"
                    ? `PDF, ${found.data?.pages} ${found.data?.pages === 1 ? "page" : "pages"}`
                    : form.toUpperCase()}
                </a>
              ))}
            </div>
            <span className="flex flex-wrap items-center gap-x-4 gap-y-1 text-small">
              <label className="flex min-h-11 items-center gap-2">
                <input
                  type="checkbox"
                  checked={mirrored}
                  onChange={(event) => setMirrored(event.target.checked)}
                />
                mirrored, to cut from the back
              </label>
              <label className="flex items-center gap-2">
                Paper
                <select
                  className="field"
                  value={paper}
                  onChange={(event) => setPaper(event.target.value === "letter" ? "letter" : "a4")}
                >
                  <option value="a4">A4</option>
                  <option value="letter">Letter</option>
                </select>
              </label>
            </span>
          </div>
        ) : null}
        <button
          type="button"
          className="button mt-auto self-start"
          onClick={() => void remove()}
          data-testid="remove-outline"
        >
          Remove the outline
        </button>
      </section>
    </div>
  );
}

function PairChoice({
  pairs,
  pair,
  onChoose,
}: {
  pairs: TemplatePairs;
  pair: ReturnType<typeof pairOf>;
  onChoose: (change: Partial<Chosen>) => void;
}) {
  return (
    <div className="grid grid-cols-1 gap-2">
      <label className="flex flex-col gap-0.5">
        <span className="label">What runs along the template</span>
        <select
          className="field"
          value={pair.guide ?? ""}
          data-testid="template-guide"
          onChange={(event) => onChoose({ guide: event.target.value })}
        >
          <optgroup label="Bushings">
            {pairs.bushings.map((each) => (
              <option key={each.id} value={each.id}>
                {each.name}
              </option>
            ))}
          </optgroup>
          <optgroup label="Bits with a bearing">
            {pairs.bearings.map((each) => (
              <option key={each.id} value={each.id}>
                {each.name}
              </option>
            ))}
          </optgroup>
        </select>
      </label>
      {pair.bearing ? null : (
        <label className="flex flex-col gap-0.5">
          <span className="label">The bit in the bushing</span>
          <select
            className="field"
            value={pair.bit ?? ""}
            data-testid="template-bit"
            onChange={(event) => onChoose({ bit: event.target.value })}
          >
            {pairs.bits.map((each) => (
              <option key={each.id} value={each.id}>
                {each.name}
              </option>
            ))}
          </select>
        </label>
      )}
    </div>
  );
}

interface FindingsProps {
  view: TemplateView;
  unit: Unit;
  recess: boolean;
  place: number | null;
  onPlace: (place: number | null) => void;
}

const MOST_LISTED = 12;

/** The size of the template, what is to be known of it, and the places where the cut is not what is wanted. */
function Findings({ view, unit, recess, place, onPlace }: FindingsProps) {
  return (
    <>
      <p>
        <span className="label block">{recess ? "Opening of the template" : "The template"}</span>
        <b className="text-figure leading-tight" data-testid="template-size">
          <Words text={inUnit(view.size, unit)} />
        </b>
      </p>
      <ul className="flex flex-col gap-1 text-body">
        {view.figures.map((each) => (
          <li key={each.metric}>
            <Words text={inUnit(each, unit)} />.
          </li>
        ))}
      </ul>
      {view.cautions.map((each) => (
        <div
          key={each.code}
          className={`border-l-4 pl-3 text-body ${each.level === "stop" ? "border-cut" : "border-hazard"}`}
          data-testid={`caution-${each.code}`}
        >
          <b>
            <Words text={inUnit(each.message, unit)} />.
          </b>{" "}
          <Words text={inUnit(each.do, unit)} />.
        </div>
      ))}
      {view.places.length > 0 ? (
        <ol className="flex flex-col gap-1 text-small" aria-label="Places">
          {view.places.slice(0, MOST_LISTED).map((each, number) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: places have no name
            <li key={number}>
              <button
                type="button"
                aria-pressed={place === number}
                className={`min-h-11 w-full rounded px-2 text-left hover:bg-paper ${place === number ? "bg-paper outline outline-2 outline-hazard" : ""}`}
                onClick={() => onPlace(place === number ? null : number)}
                data-testid={`place-${number}`}
              >
                <Words text={inUnit(each.says, unit)} />
              </button>
            </li>
          ))}
          {view.places.length > MOST_LISTED ? (
            <li>And {view.places.length - MOST_LISTED} more, smaller.</li>
          ) : null}
        </ol>
      ) : (
        <p className="text-body" data-testid="agrees">
          It makes the outline exactly as it is drawn.
        </p>
      )}
    </>
  );
}
