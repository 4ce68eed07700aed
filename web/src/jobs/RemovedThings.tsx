import { useState } from "react";
import { api, type RemovedItem, type RemovedKind } from "../api/client";
import { useRefresh, useRemoved, useShop } from "../api/queries";
import { Place } from "../app/Place";
import { Waiting } from "../app/Waiting";
import { usePlace } from "../shop/place";
import { problemOf } from "../ui/problems";
import { Words } from "../ui/Words";

const WHAT: Record<RemovedKind, string> = {
  jobs: "Job",
  pieces: "Board",
  cuts: "Cut",
  joints: "Joint",
  routers: "Router",
  bits: "Bit",
  guides: "Guide",
  woods: "Wood",
  deliveries: "Delivery",
  profiles: "Profile",
  outlines: "Outline",
  runs: "Run",
  photos: "Photo",
};

const day = (at: string) =>
  new Date(at).toLocaleString("en-GB", {
    day: "numeric",
    month: "short",
    hour: "2-digit",
    minute: "2-digit",
  });

/** What was removed in the last thirty days, and the way back for each. */
export default function RemovedThings() {
  const shop = useShop();
  const found = useRemoved();
  if (!shop.data || !found.data) return <Waiting reason={shop.down ?? found.down} />;
  return <List shop={shop.data} found={found.data} />;
}

interface Props {
  shop: NonNullable<ReturnType<typeof useShop>["data"]>;
  found: readonly RemovedItem[];
}

function List({ shop, found }: Props) {
  const { switchUnit } = usePlace(shop);
  const refresh = useRefresh();
  const [said, setSaid] = useState<string | null>(null);
  const bringBack = async (item: RemovedItem) => {
    const answer = await api.bringBack(item.kind, item.id);
    setSaid(problemOf(answer)?.message.metric ?? `${item.name} is back in its place`);
    await refresh();
  };
  return (
    <Place title="Removed things" shopName={shop.name} unit={shop.unit} onSwitch={switchUnit}>
      <main
        className="mx-auto min-h-0 w-full max-w-4xl flex-1 overflow-y-auto px-4 pb-8"
        data-testid="removed"
      >
        <h2 className="py-2.5 text-title font-bold">Removed things</h2>
        <p className="max-w-prose text-ink-2">
          What was removed stays here for thirty days and comes back to its old place. After that it is only
          in the copies that are kept every week.
        </p>
        <p role="status" className="min-h-6 text-body">
          {said ? `${said}.` : ""}
        </p>
        {found.length === 0 ? (
          <p className="py-6 text-ink-2">Nothing was removed in the last thirty days.</p>
        ) : (
          <table className="w-full text-left text-body">
            <thead>
              <tr className="label">
                <th className="py-1 pr-3">What</th>
                <th className="py-1 pr-3">Removed</th>
                <th className="py-1 pr-3 max-sm:hidden">Goes for good</th>
                <th className="sr-only">Back</th>
              </tr>
            </thead>
            <tbody>
              {found.map((item) => (
                <tr key={`${item.kind} ${item.id}`} className="border-t border-rule">
                  <td className="py-1.5 pr-3">
                    <span className="label mr-2">{WHAT[item.kind]}</span>
                    <b className="font-semibold">
                      <Words text={item.name} />
                    </b>
                    {item.of ? <span className="block text-small text-ink-2">in {item.of}</span> : null}
                  </td>
                  <td className="py-1.5 pr-3 whitespace-nowrap text-small">{day(item.removed_at)}</td>
                  <td className="py-1.5 pr-3 text-small whitespace-nowrap max-sm:hidden">
                    {day(item.until)}
                  </td>
                  <td className="py-1.5 text-right">
                    <button
                      type="button"
                      className="button"
                      onClick={() => void bringBack(item)}
                      data-testid={`back-${item.id}`}
                    >
                      Bring back
                    </button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </main>
    </Place>
  );
}
