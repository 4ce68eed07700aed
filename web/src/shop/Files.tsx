import type { ShopView } from "../api/client";
import { useShop } from "../api/queries";
import { Place } from "../app/Place";
import { Waiting } from "../app/Waiting";
import { Backup } from "./Backup";
import { usePlace } from "./place";
import { ShopIn } from "./ShopIn";
import { TableIn } from "./TableIn";
import { useUndo } from "./undo";

/** Files: everything as a backup, tools as tables, the shop without its jobs, out and in. */
export default function Files() {
  const shop = useShop();
  if (!shop.data) return <Waiting reason={shop.down} />;
  return <Desk shop={shop.data} />;
}

const OUT = [
  { href: "/api/files/bits.csv", name: "Bits, as a table", says: "bits.csv" },
  { href: "/api/files/routers.csv", name: "Routers, as a table", says: "routers.csv" },
  { href: "/api/files/shop.json", name: "The shop without its jobs", says: "shop.json" },
  { href: "/api/files/shop.schema.json", name: "Schema of the shop's file", says: "for programs" },
] as const;

function Desk({ shop }: { shop: ShopView }) {
  const { switchUnit } = usePlace(shop);
  const undo = useUndo(shop.unit);
  return (
    <Place title="Files" shopName={shop.name} unit={shop.unit} onSwitch={switchUnit}>
      <main className="min-h-0 flex-1 overflow-y-auto px-4 pb-6" data-testid="files">
        {undo.before ? (
          <div className="mt-3 flex flex-wrap items-center gap-3 border-2 border-guide bg-paper px-3 py-2">
            <p className="text-body">{undo.said}</p>
            <button type="button" className="button" onClick={() => void undo.back()} data-testid="shop-undo">
              Undo: the shop as it was before
            </button>
          </div>
        ) : null}
        <Backup unit={shop.unit} />
        <section aria-label="Out of the shop" className="border-t-2 border-ink py-3">
          <h2 className="text-title font-bold">Out of the shop</h2>
          <ul className="mt-2 flex flex-wrap gap-2">
            {OUT.map((each) => (
              <li key={each.href}>
                <a className="button" href={each.href} download>
                  {each.name} <span className="text-note font-normal text-ink-2">{each.says}</span>
                </a>
              </li>
            ))}
          </ul>
        </section>
        <TableIn unit={shop.unit} undo={undo} />
        <ShopIn unit={shop.unit} undo={undo} />
      </main>
    </Place>
  );
}
