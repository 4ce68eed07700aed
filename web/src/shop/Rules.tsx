import { RadioGroup } from "radix-ui";
import type { HouseRules, Problem, ShopView, Unit } from "../api/client";
import { Dialog } from "../ui/Dialog";
import { inUnit } from "../ui/words";

interface Props {
  shop: ShopView;
  problem: Problem | null;
  unit: Unit;
  onRules: (change: Partial<HouseRules>) => void;
  onClose: () => void;
}

const GROUPS = [
  { key: "speed_rule", title: "How fast the bit turns" },
  { key: "depth_rule", title: "How deep one pass goes" },
] as const;

const WORDS = ["dado", "housing", "trench"] as const;

/** Where experienced people disagree: the schools this shop follows. A change is seen in the open cut at once. */
export function Rules({ shop, problem, unit, onRules, onClose }: Props) {
  const rules = shop.rules;
  return (
    <Dialog title="House rules" onClose={onClose} aside>
      <p className="mb-3 text-ink-2">
        Experienced people disagree here. Choose what this shop follows; every figure says which rule made it.
        The safety limits hold whatever you choose.
      </p>
      {problem ? (
        <p role="alert" className="mb-2 text-cut">
          {inUnit(problem.message, unit)}
        </p>
      ) : null}
      {GROUPS.map((group) => (
        <RadioGroup.Root
          key={group.key}
          value={rules[group.key] ?? ""}
          onValueChange={(value) => onRules({ [group.key]: value })}
          aria-label={group.title}
          className="mb-3"
        >
          <h3 className="label mb-1">{group.title}</h3>
          {shop.schools
            .filter((school) => school.group === group.key)
            .map((school) => (
              <RadioGroup.Item
                key={school.value}
                value={school.value}
                data-testid={`school-${school.value}`}
                className="mb-1 flex w-full gap-3 rounded border border-rule px-3 py-1.5 text-left data-[state=checked]:border-guide data-[state=checked]:bg-guide-soft/40"
              >
                <span className="mt-1 inline-flex size-4 shrink-0 items-center justify-center rounded-full border-2 border-ink-2">
                  <RadioGroup.Indicator className="size-2 rounded-full bg-guide" />
                </span>
                <span>
                  <b className="block text-[15.5px]">{school.name}</b>
                  <span className="block text-[14px] leading-snug text-ink-2">{school.says}</span>
                </span>
              </RadioGroup.Item>
            ))}
        </RadioGroup.Root>
      ))}
      <h3 className="label mb-1">What a channel across the grain is called</h3>
      <div className="flex gap-2">
        {WORDS.map((word) => (
          <button
            key={word}
            type="button"
            aria-pressed={(rules.dado_word ?? "dado") === word}
            className={`button ${(rules.dado_word ?? "dado") === word ? "button-main" : ""}`}
            onClick={() => onRules({ dado_word: word })}
          >
            {word}
          </button>
        ))}
      </div>
    </Dialog>
  );
}
