import { Popover } from "radix-ui";
import type { CutIn, CutPlan, ShopView, Unit } from "../api/client";
import { keepMovedFocus } from "../ui/focus";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";

interface Props {
  plan: CutPlan;
  unit: Unit;
  shop: ShopView;
  onEdit: (change: Partial<CutIn>) => void;
}

/** All bits and routers of the shop for this cut: ranked with what they lose, dropped with their reasons. Any can be taken. */
export function ToolPicker({ plan, unit, shop, onEdit }: Props) {
  const pinned = plan.pinned.length > 0;
  const take = (bit_id: string, router_id: string | null) => onEdit({ bit_id, router_id });
  const chosen = (bit: string, router: string | null) =>
    bit === plan.bit_id && (router === null || router === plan.router_id);
  const first = plan.options[0];
  return (
    <Popover.Root>
      <Popover.Trigger className="quiet" data-testid="tool-picker">
        {pinned ? "your choice" : "why this one"}
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
            <b className="text-[15px]">Bits and routers for this cut</b>
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
            <h4 className="label mt-2">Can make it, best first</h4>
            {plan.options.length === 0 ? (
              <p className="text-[14px]">Nothing in this shop can, as things stand.</p>
            ) : null}
            <ul>
              {plan.options.map((option) => (
                <li key={option.bit_id + option.router_id}>
                  <Choice
                    name={option.bit_name}
                    router={option.router_name}
                    chosen={chosen(option.bit_id, option.router_id)}
                    onTake={() => take(option.bit_id, option.router_id)}
                    testId={`take-${option.bit_id}-${option.router_id}`}
                  >
                    {option === first
                      ? "best here"
                      : option.loses.map((loss) => inUnit(loss, unit)).join(" · ")}
                  </Choice>
                </li>
              ))}
            </ul>
            <h4 className="label mt-3">Cannot, and why</h4>
            <ul>
              {plan.refusals.map((refusal) => (
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
            <p className="mt-2 text-[13.5px] text-ink-2">
              {shop.shop.bits.length} bits and {shop.shop.routers.length} routers looked at.
            </p>
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
      <span className="flex items-baseline justify-between gap-2 text-[15px]">
        <span className="font-semibold">{name}</span>
        <span className="text-ink-2">{router ?? "any router"}</span>
      </span>
      <span className="block text-[13.5px] leading-snug text-ink-2">
        <Words text={children} />
      </span>
    </Popover.Close>
  );
}
