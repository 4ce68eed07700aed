import { Plus } from "lucide-react";
import { useCallback, useMemo, useRef, useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { api, type DrawerView, type ShopView } from "../api/client";
import { useBits, useReading, useShop } from "../api/queries";
import { useCommand } from "../app/commands";
import { Place } from "../app/Place";
import { Waiting } from "../app/Waiting";
import { SearchField } from "../ui/SearchField";
import { BitForm } from "./BitForm";
import { FirstQuestions } from "./FirstQuestions";
import { usePlace } from "./place";
import { type Adding, Shelf } from "./Shelf";
import { ShoppingList } from "./ShoppingList";
import { WhichBit } from "./WhichBit";

/** The drawer: every bit as its silhouette, at one scale, in trays by what they make. */
export default function Drawer() {
  const shop = useShop();
  const bits = useBits();
  if (!shop.data || !bits.data) return <Waiting reason={shop.down ?? bits.down} />;
  return <Trays shop={shop.data} drawer={bits.data} />;
}

type Panel = "which" | "buy";

const PANELS: readonly { name: Panel; says: string }[] = [
  { name: "which", says: "Which bit?" },
  { name: "buy", says: "What to buy" },
];

function Trays({ shop, drawer }: { shop: ShopView; drawer: DrawerView }) {
  const { bitId } = useParams();
  const navigate = useNavigate();
  const { switchUnit } = usePlace(shop);
  const [asked] = useSearchParams();
  const [question, setQuestion] = useState("");
  const [away, setAway] = useState(false);
  const [adding, setAdding] = useState<Adding>(null);
  const [panel, setPanel] = useState<Panel | null>(
    () => PANELS.find((each) => each.name === asked.get("show"))?.name ?? null,
  );
  const search = useRef<HTMLInputElement>(null);
  const found = useFound(question);
  const shown = useMemo(
    () => drawer.bits.filter((bit) => bit.archived === away && (found === null || found.has(bit.id))),
    [drawer, found, away],
  );
  const open = useCallback(
    (id: string | null) => void navigate(id ? `/drawer/${id}` : "/drawer", { replace: true }),
    [navigate],
  );

  useCommand("find-bits", () => search.current?.focus());
  useCommand("add-bit", () => setAdding({ texts: {}, of: null }));

  const stored = drawer.bits.filter((bit) => bit.archived).length;
  return (
    <Place title="Drawer" shopName={shop.name} unit={shop.unit} onSwitch={switchUnit}>
      <search className="flex flex-wrap items-center gap-2 border-b border-rule px-4 py-2">
        <SearchField
          value={question}
          label="Find bits"
          placeholder="12.7 up · 6mm shank · dull · roundover"
          testId="find-bits"
          onType={setQuestion}
          field={search}
        />
        <span className="text-small text-ink-2" role="status" data-testid="bit-count">
          {found === null ? `${shown.length} bits` : `${shown.length} of ${drawer.bits.length} bits`}
        </span>
        {stored > 0 || away ? (
          <button
            type="button"
            className="button"
            aria-pressed={away}
            onClick={() => setAway(!away)}
            data-testid="show-away"
          >
            {away ? "Back to the drawer" : `${stored} put away`}
          </button>
        ) : null}
        <Link className="quiet text-small" to="/removed">
          Removed
        </Link>
        {PANELS.map((each) => (
          <button
            key={each.name}
            type="button"
            className={`button ${each.name === "which" ? "ml-auto" : ""}`}
            aria-expanded={panel === each.name}
            onClick={() => setPanel(panel === each.name ? null : each.name)}
            data-testid={`panel-${each.name}`}
          >
            {each.says}
          </button>
        ))}
        <button
          type="button"
          className="button button-main"
          onClick={() => setAdding({ texts: {}, of: null })}
          data-testid="add-bit"
        >
          <Plus size={18} aria-hidden /> Add a bit
        </button>
      </search>
      {adding ? (
        <BitForm
          key={adding.of?.id ?? (adding.texts.profile || "new")}
          start={adding.texts}
          change={adding.of}
          unit={shop.unit}
          onDone={(made) => {
            setAdding(null);
            if (made) open(made.id);
          }}
        />
      ) : null}
      {panel === "which" ? <WhichBit shop={shop} /> : null}
      {panel === "buy" ? <ShoppingList unit={shop.unit} currency={drawer.currency} /> : null}
      {(drawer.bits.length === 0 || asked.has("questions")) && !adding ? (
        <FirstQuestions shop={shop} onSkip={() => setAdding({ texts: {}, of: null })} />
      ) : shown.length === 0 ? (
        <Nothing question={question} onClear={() => setQuestion("")} />
      ) : (
        <Shelf
          bits={shown}
          unit={shop.unit}
          currency={drawer.currency}
          openId={bitId ?? null}
          onOpen={open}
          onForm={setAdding}
        />
      )}
    </Place>
  );
}

/** The ids of the bits that a question finds; null while nothing is asked. The last answer stands until the next one comes. */
function useFound(question: string): ReadonlySet<string> | null {
  const asked = question.trim();
  const found = useReading({
    key: ["bits", "find", asked],
    ask: () => api.findBits(asked),
    enabled: asked !== "",
    keeps: true,
  }).data;
  return useMemo(() => (asked !== "" && found ? new Set(found) : null), [asked, found]);
}

function Nothing({ question, onClear }: { question: string; onClear: () => void }) {
  return (
    <main className="flex flex-1 flex-col items-center justify-center gap-3 p-8 text-center">
      <h2 className="text-title font-bold">{question ? "No bit is like that" : "Nothing here"}</h2>
      {question ? (
        <button type="button" className="button" onClick={onClear}>
          Show all bits
        </button>
      ) : null}
    </main>
  );
}
