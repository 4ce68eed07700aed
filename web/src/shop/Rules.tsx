import { RadioGroup } from "radix-ui";
import { Link } from "react-router";
import type { HouseRules, Problem, ShopView, Unit } from "../api/client";
import { Dialog } from "../ui/Dialog";
import { inUnit } from "../ui/words";

export const GROUPS = [
  { key: "level", title: "Who works here" },
  { key: "speed_rule", title: "How fast the bit turns" },
  { key: "depth_rule", title: "How deep one pass goes" },
  { key: "spiral", title: "Straight bit or spiral" },
  { key: "burning", title: "Against burning" },
  { key: "climb", title: "Cutting with the rotation" },
  { key: "turret", title: "Where the turret's steps lie" },
  { key: "corners", title: "Corners of a mortise" },
  { key: "inches", title: "How fine inches are written" },
] as const;

type Group = (typeof GROUPS)[number];

const WORDS = ["dado", "housing", "trench"] as const;

interface SchoolsProps {
  group: Group;
  shop: ShopView;
  rules: HouseRules;
  onPick: (rules: HouseRules) => void;
}

/** The schools of one question, of which a shop follows one. */
export function Schools({ group, shop, rules, onPick }: SchoolsProps) {
  return (
    <RadioGroup.Root
      value={rules[group.key] ?? ""}
      onValueChange={(value) => onPick({ ...rules, [group.key]: value })}
      aria-label={group.title}
      className="mb-3"
    >
      <h2 className="label mb-1">{group.title}</h2>
      {shop.schools
        .filter((school) => school.group === group.key)
        .map((school) => (
          <RadioGroup.Item
            key={school.value}
            value={school.value}
            id={`school-${school.value}`}
            data-testid={`school-${school.value}`}
            className="mb-1 flex w-full gap-3 rounded border border-rule px-3 py-1.5 text-left data-[state=checked]:border-guide data-[state=checked]:bg-guide-soft/40"
          >
            <span className="mt-1 inline-flex size-4 shrink-0 items-center justify-center rounded-full border-2 border-ink-2">
              <RadioGroup.Indicator className="size-2 rounded-full bg-guide" />
            </span>
            <span>
              <b className="block text-body">{school.name}</b>
              <span className="block text-small leading-snug text-ink-2">{school.says}</span>
            </span>
          </RadioGroup.Item>
        ))}
    </RadioGroup.Root>
  );
}

export function Word({ rules, onPick }: Pick<SchoolsProps, "rules" | "onPick">) {
  return (
    <div className="flex gap-2">
      {WORDS.map((word) => (
        <button
          key={word}
          type="button"
          aria-pressed={(rules.dado_word ?? "dado") === word}
          className={`button ${(rules.dado_word ?? "dado") === word ? "button-main" : ""}`}
          onClick={() => onPick({ ...rules, dado_word: word })}
        >
          {word}
        </button>
      ))}
    </div>
  );
}

interface Props {
  shop: ShopView;
  problem: Problem | null;
  unit: Unit;
  onRules: (change: Partial<HouseRules>) => void;
  onClose: () => void;
}

/** The schools beside the open cut: a change is seen in it at once. The numbers stand on the page of the house rules. */
export function Rules({ shop, problem, unit, onRules, onClose }: Props) {
  return (
    <Dialog title="House rules" onClose={onClose} aside>
      <p className="mb-3 text-ink-2">
        Experienced people disagree here. Choose what this shop follows; every figure says which rule made it.
        The safety limits hold whatever you choose.{" "}
        <Link className="quiet" to="/rules">
          All rules with their numbers
        </Link>
      </p>
      {problem ? (
        <p role="alert" className="mb-2 text-cut">
          {inUnit(problem.message, unit)}
        </p>
      ) : null}
      {GROUPS.map((group) => (
        <Schools key={group.key} group={group} shop={shop} rules={shop.rules} onPick={onRules} />
      ))}
      <h2 className="label mb-1">What a channel across the grain is called</h2>
      <Word rules={shop.rules} onPick={onRules} />
    </Dialog>
  );
}
