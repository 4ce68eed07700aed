import { Popover } from "radix-ui";
import { useState } from "react";
import { api, type Change, type CutIn, type CutPlan, type PieceIn, type Unit } from "../api/client";
import { useReading } from "../api/queries";
import { useCommand } from "../app/commands";
import { keepMovedFocus } from "../ui/focus";
import { lossLine, Misses, ToolLine } from "../ui/ToolLines";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";

export interface Asked {
  piece: PieceIn;
  cut: CutIn;
  cut_id: string;
}

interface Props {
  plan: CutPlan;
  unit: Unit;
  asked: () => Asked;
  onEdit: (change: Change) => void;
}

/** Bits and routers for this cut: the best with what they lose, the nearest misses, and on opening all others with reasons. */
export function ToolPicker({ plan, unit, asked: now, onEdit }: Props) {
  const [open, setOpen] = useState(false);
  useCommand("tools", () => setOpen(true));
  const asked = now();
  const pinned = plan.pinned.length > 0;
  const take = (bit_id: string, router_id: string | null) => onEdit({ bit_id, router_id });
  const chosen = (bit: string, router: string | null) =>
    bit === plan.bit_id && (router === null || router === plan.router_id);
  const all = useReading({
    key: ["tools", asked],
    ask: () => api.tools(asked.piece, asked.cut, asked.cut_id),
    enabled: open,
  });
  const offers = all.data?.offers ?? plan.offers;
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger className="quiet" data-testid="tool-picker">
        {pinned ? "your choice" : "why this"}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="floating flex max-h-[80vh] w-[min(440px,94vw)] flex-col overflow-hidden"
          align="end"
          sideOffset={6}
          collisionPadding={8}
          aria-label="Choose bit and router"
          onCloseAutoFocus={keepMovedFocus}
        >
          <div className="flex items-center justify-between gap-2 border-b border-rule px-3 py-2">
            <b className="text-body">Bits and routers for this cut</b>
            {pinned ? (
              <Popover.Close
                className="button"
                onClick={() => onEdit({ bit_id: null, router_id: null })}
                data-testid="unpin"
              >
                Let Ranura choose
              </Popover.Close>
            ) : null}
          </div>
          <div className="overflow-auto px-3 pb-3">
            {pinned && plan.costs.length > 0 ? (
              <p className="striped mt-2 border-l-4 border-hazard px-2.5 py-1.5 text-small leading-snug">
                <b className="font-semibold">Your choice costs: </b>
                <Words text={plan.costs.map((each) => inUnit(each, unit)).join(" · ")} />
              </p>
            ) : null}
            <h2 className="label mt-2">Can make it, best first</h2>
            {offers.length === 0 ? (
              <p className="text-small">Nothing in this shop can, as things stand.</p>
            ) : null}
            <ul>
              {offers.map((offer, place) => (
                <li key={offer.bit_id + offer.router_id}>
                  <Choice
                    name={offer.bit_name}
                    router={offer.router_name}
                    chosen={chosen(offer.bit_id, offer.router_id)}
                    onTake={() => take(offer.bit_id, offer.router_id)}
                    testId={`take-${offer.bit_id}-${offer.router_id}`}
                  >
                    {lossLine(offer.loses, place, unit)}
                  </Choice>
                </li>
              ))}
            </ul>
            <Misses misses={plan.misses} unit={unit} />
            <h2 className="label mt-3">Cannot, and why</h2>
            <ul>
              {(all.data?.refusals ?? []).map((refusal) => (
                <li key={refusal.bit_id + (refusal.router_id ?? "")}>
                  <Choice
                    name={refusal.bit_name}
                    router={refusal.router_name}
                    chosen={chosen(refusal.bit_id, refusal.router_id)}
                    onTake={() => take(refusal.bit_id, refusal.router_id)}
                    testId={`take-${refusal.bit_id}-${refusal.router_id ?? "any"}`}
                  >
                    {`${inUnit(refusal.reason, unit)}. ${inUnit(refusal.do, unit)}.`}
                  </Choice>
                </li>
              ))}
            </ul>
            {all.data ? (
              <p className="mt-2 text-note text-ink-2" data-testid="looked-at">
                {all.data.can} can make it, {all.data.cannot} were refused.
              </p>
            ) : null}
          </div>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

interface ChoiceProps {
  name: string;
  router: string | null;
  chosen: boolean;
  onTake: () => void;
  testId: string;
  children: string;
}

function Choice({ name, router, chosen, onTake, testId, children }: ChoiceProps) {
  return (
    <Popover.Close
      className={`block w-full rounded px-2 py-1.5 text-left hover:bg-bench ${chosen ? "bg-bench outline outline-2 outline-guide" : ""}`}
      onClick={onTake}
      aria-pressed={chosen}
      data-testid={testId}
    >
      <ToolLine name={name} router={router}>
        {children}
      </ToolLine>
    </Popover.Close>
  );
}
