import { Plus } from "lucide-react";
import { useState } from "react";
import { Link, useLocation, useNavigate, useParams } from "react-router";
import { api, type KeptOutline, type ShopView, type Unit } from "../api/client";
import { useReading, useRefresh, useShop } from "../api/queries";
import { added, removed } from "../app/acts";
import { useCommand } from "../app/commands";
import { notifyOf } from "../app/notice";
import { Place } from "../app/Place";
import { history } from "../app/undo";
import { Waiting } from "../app/Waiting";
import { usePlace } from "../shop/place";
import { problemOf } from "../ui/problems";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";
import { Canvas } from "./Canvas";
import { Corners } from "./Corners";
import { useCutting } from "./cutting";
import { Findings } from "./Findings";
import { HoleSizes } from "./HoleSizes";
import { IntentChoice, type Meant } from "./IntentChoice";
import { MadeTemplate, type Stuff, StuffDialog } from "./MadeTemplate";
import { useMoving } from "./moving";
import { NewOutline } from "./NewOutline";
import { Outputs, type Paper } from "./Outputs";
import { PairChoice, pairOf } from "./PairChoice";
import { type Chosen, rememberedPair, rememberPair } from "./pair";

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
  const [sizing, setSizing] = useState(false);
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
          <button
            type="button"
            className="button justify-center"
            onClick={() => setSizing(true)}
            data-testid="hole-sizes-open"
          >
            Mortise slots
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
          <Open
            key={open.id}
            outline={open}
            makes={outlines.find((each) => each.id === open.made?.outline) ?? null}
            unit={shop.unit}
          />
        ) : (
          <p className="max-w-prose py-6 text-ink-2">
            An outline is the shape that you want: of a hole or of a part. Read it from a drawing or make it
            from a few sizes; its template for your bushing or bearing follows, with every corner that the bit
            does not reach.
          </p>
        )}
      </main>
      {sizing ? (
        <HoleSizes
          unit={shop.unit}
          onClose={() => setSizing(false)}
          onDrawn={(id) => {
            setSizing(false);
            void navigate(`/templates/${id}`);
          }}
        />
      ) : null}
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

/** How the fibres of a board run, in degrees, from one way of looking to the next. */
const AFTER: Readonly<Record<string, number | null>> = { null: 0, 0: 90, 90: null };

interface OpenProps {
  outline: KeptOutline;
  /** Of a template that was made: the outline that it makes. */
  makes: KeptOutline | null;
  unit: Unit;
}

function Open({ outline, makes, unit }: OpenProps) {
  const pairs = useReading({ key: ["outline-pairs"], ask: api.outlinePairs });
  const [chosen, setChosen] = useState(rememberedPair);
  const [paper, setPaper] = useState<Paper>(unit === "in" ? "letter" : "a4");
  const [place, setPlace] = useState<number | null>(null);
  const [corners, setCorners] = useState<number>(useLocation().state?.corners ?? 0);
  const [asking, setAsking] = useState(false);
  const [fibres, setFibres] = useState<number | null>(null);
  const turnFibres = () => setFibres(AFTER[String(fibres)] ?? null);
  useCommand("fibres", turnFibres);
  const cutIt = useCutting(makes ?? outline);
  const moving = useMoving(outline);
  const refresh = useRefresh();
  const navigate = useNavigate();
  const pair = pairs.data ? pairOf(pairs.data, chosen) : null;
  const found = useReading({
    key: ["template", outline.id, outline.version, pair?.guide, pair?.bit, paper, corners, fibres],
    ask: () =>
      api.template(outline.id, {
        guide: pair?.guide ?? "",
        ...(pair?.bit ? { bit: pair.bit } : {}),
        paper,
        corners,
        ...(fibres === null ? {} : { fibres }),
      }),
    enabled: pair?.guide != null,
    keeps: true,
  });
  const choose = (change: Partial<Chosen>) => {
    const next = { ...chosen, ...change };
    rememberPair(next);
    setPlace(null);
    setChosen(next);
  };
  const round = (radius: number) => {
    setPlace(null);
    setCorners(radius);
  };
  const rounding = found.data?.round_to ?? null;
  useCommand("round-corners", () => round(corners ? 0 : (rounding ?? 0)), corners > 0 || rounding !== null);
  const keepRounded = async () => {
    const answer = await api.keepRounded(outline.id, corners);
    if (answer.kind !== "ok") return notifyOf("Not kept", answer);
    history.push(added(`keeping ${answer.data.name}`, "outlines", answer.data.id));
    await refresh();
    return navigate(`/templates/${answer.data.id}`);
  };
  const keepMade = async () => {
    const answer = await api.keepMade(outline.id, { guide: pair?.guide ?? "", bit: pair?.bit ?? null });
    if (answer.kind !== "ok") return notifyOf("Not kept", answer);
    history.push(added(`keeping ${answer.data.name}`, "outlines", answer.data.id));
    await refresh();
    return navigate(`/templates/${answer.data.id}`);
  };
  const keepAs = async (made: Stuff) => {
    const answer = outline.is_template
      ? await api.keepCopy(outline.id, made)
      : await api.keepTemplate(outline.id, {
          ...made,
          guide: pair?.guide ?? "",
          bit: pair?.bit ?? null,
          corners,
        });
    if (answer.kind !== "ok") return problemOf(answer);
    history.push(added(`keeping ${answer.data.name}`, "outlines", answer.data.id));
    await refresh();
    await navigate(`/templates/${answer.data.id}`);
    return null;
  };
  const say = async (meant: Meant) => {
    const answer = await api.changeOutline(outline.id, {
      name: outline.name,
      ...meant,
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
            outline={outline}
            place={place}
            onPlace={setPlace}
            moving={moving}
            fibres={fibres}
            onFibres={turnFibres}
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
        {outline.made ? null : <IntentChoice meant={outline} onChoose={(meant) => void say(meant)} />}
        {pairs.data && pair ? <PairChoice pairs={pairs.data} pair={pair} onChoose={choose} /> : null}
        {outline.is_template ? null : (
          <Corners
            unit={unit}
            corners={corners}
            view={found.data ?? null}
            onRound={round}
            onKeep={() => void keepRounded()}
            onPair={choose}
          />
        )}
        {found.data ? (
          <Findings view={found.data} unit={unit} outline={outline} place={place} onPlace={setPlace} />
        ) : null}
        {found.problem ? (
          <p role="alert" className="text-cut">
            <Words text={inUnit(found.problem.message, unit)} />
          </p>
        ) : null}
        {found.data && pair?.guide ? (
          <Outputs
            outline={outline}
            pair={pair}
            pages={found.data.pages}
            corners={corners}
            paper={paper}
            onPaper={setPaper}
            onMade={() => setAsking(true)}
          />
        ) : null}
        <MadeTemplate outline={outline} unit={unit} onCopy={() => setAsking(true)} />
        {asking ? (
          <StuffDialog
            title={outline.is_template ? "A copy of this template" : "The template that you made"}
            unit={unit}
            onKeep={keepAs}
            onClose={() => setAsking(false)}
          />
        ) : null}
        <div className="mt-auto flex flex-wrap gap-2">
          {outline.is_template && !makes ? (
            <button
              type="button"
              className="button button-main"
              disabled={!found.data || !pair?.guide}
              onClick={() => void keepMade()}
              data-testid="keep-made"
            >
              Keep what it makes
            </button>
          ) : (
            <button
              type="button"
              className="button button-main"
              onClick={() => void cutIt()}
              data-testid="cut-outline"
            >
              Cut it in a board
            </button>
          )}
          <button type="button" className="button" onClick={() => void remove()} data-testid="remove-outline">
            Remove the outline
          </button>
        </div>
      </section>
    </div>
  );
}
