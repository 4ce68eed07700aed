import { useState } from "react";
import { api, type ChooseIn, type LengthIn, type ShopView } from "../api/client";
import { useReading } from "../api/queries";
import { LengthField } from "../ui/LengthField";
import { lossLine, Misses, ToolLine } from "../ui/ToolLines";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";

type Choice<K extends keyof ChooseIn> = readonly { value: NonNullable<ChooseIn[K]>; says: string }[];

const KINDS: Choice<"kind"> = [
  { value: "dado", says: "dado" },
  { value: "groove", says: "groove" },
  { value: "rabbet", says: "rabbet" },
];
const GOES: Choice<"goes"> = [
  { value: "across", says: "across the grain" },
  { value: "along", says: "along the grain" },
];
const ENDS: Choice<"ends"> = [
  { value: "open", says: "open at both ends" },
  { value: "stopped", says: "stopped" },
];
const CLEAN: Choice<"clean"> = [
  { value: "near", says: "the face towards the router" },
  { value: "far", says: "the far face" },
  { value: "both", says: "both faces" },
];
const FAULTS: Record<string, string> = {
  "cut.width": "width",
  "cut.depth": "depth",
  thickness: "thickness",
};

/** Which bit, before there is a board: a straight cut by its section, and everything the shop could make it with. */
export function WhichBit({ shop }: { shop: ShopView }) {
  const length = (typed: string): LengthIn => ({ typed, unit: shop.unit });
  const metric = shop.unit === "mm";
  const [asked, setAsked] = useState<ChooseIn>({
    kind: "groove",
    width: length(metric ? "6" : "1/4"),
    depth: length(metric ? "9" : "3/8"),
    thickness: length(metric ? "18" : "3/4"),
    material: shop.materials.some((each) => each.id === "oak") ? "oak" : (shop.materials[0]?.id ?? ""),
    goes: "along",
    ends: "open",
    through: false,
    clean: "near",
  });
  const found = useReading({ key: ["choose", asked], ask: () => api.choose(asked), keeps: true });
  const problem = found.problem;
  const size = (name: "width" | "depth" | "thickness", label: string) => (
    <div className="flex flex-col gap-0.5">
      <span className="label">{label}</span>
      <LengthField
        label={label}
        name={`which-${name}`}
        value={asked[name]}
        unit={shop.unit}
        problem={problem && FAULTS[problem.field ?? ""] === name ? problem : null}
        onType={(value) => setAsked({ ...asked, [name]: value })}
        className="field w-28!"
      />
    </div>
  );
  const pick = <K extends "kind" | "goes" | "ends" | "clean">(name: K, label: string, from: Choice<K>) => (
    <label className="flex flex-col gap-0.5">
      <span className="label">{label}</span>
      <select
        className="field"
        value={asked[name]}
        data-testid={`which-${name}`}
        onChange={(event) => setAsked({ ...asked, [name]: event.target.value as ChooseIn[K] })}
      >
        {from.map((each) => (
          <option key={each.value} value={each.value}>
            {each.says}
          </option>
        ))}
      </select>
    </label>
  );
  return (
    <section
      aria-label="Which bit"
      className="border-b border-rule bg-paper px-4 py-3"
      data-testid="which-bit"
    >
      <div className="flex flex-wrap items-end gap-x-3 gap-y-2">
        {pick("kind", "For a", KINDS)}
        {size("width", "Wide")}
        {asked.through ? null : size("depth", "Deep")}
        <label className="flex flex-col gap-0.5">
          <span className="label">In</span>
          <select
            className="field max-w-52"
            value={asked.material}
            onChange={(event) => setAsked({ ...asked, material: event.target.value })}
          >
            {shop.materials.map((each) => (
              <option key={each.id} value={each.id}>
                {each.name}
              </option>
            ))}
          </select>
        </label>
        {size("thickness", "Thick")}
        {pick("goes", "Goes", GOES)}
        {pick("ends", "Ends", ENDS)}
        {pick("clean", "Must be clean", CLEAN)}
        <label className="flex min-h-[38px] items-center gap-2 text-body">
          <input
            type="checkbox"
            className="size-5"
            checked={asked.through ?? false}
            onChange={(event) => setAsked({ ...asked, through: event.target.checked })}
          />
          right through
        </label>
      </div>
      {problem && !FAULTS[problem.field ?? ""] ? (
        <p role="alert" className="mt-2 text-cut">
          <Words text={inUnit(problem.message, shop.unit)} />
        </p>
      ) : null}
      {found.data && !problem ? (
        <section
          // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls
          tabIndex={0}
          aria-label="What could make it"
          className="mt-3 grid max-h-[44vh] gap-x-6 gap-y-2 overflow-y-auto md:grid-cols-3"
        >
          <div>
            <h2 className="label">Can make it, best first</h2>
            {found.data.offers.length === 0 ? <p className="text-body">Nothing in this shop can.</p> : null}
            <ul data-testid="which-offers">
              {found.data.offers.map((offer, place) => (
                <li key={offer.bit_id + offer.router_id} className="px-2 py-1.5">
                  <ToolLine name={offer.bit_name} router={offer.router_name}>
                    {lossLine(offer.loses, place, shop.unit)}
                  </ToolLine>
                </li>
              ))}
            </ul>
          </div>
          <div className="[&>h2]:mt-0">
            <Misses misses={found.data.misses} unit={shop.unit} />
          </div>
          <div>
            <h2 className="label">Cannot, and why</h2>
            <ul data-testid="which-refusals">
              {found.data.refusals.map((refusal) => (
                <li key={refusal.bit_id + (refusal.router_id ?? "")} className="px-2 py-1.5">
                  <ToolLine name={refusal.bit_name} router={refusal.router_name}>
                    {inUnit(refusal.reason, shop.unit)}
                  </ToolLine>
                </li>
              ))}
            </ul>
          </div>
        </section>
      ) : null}
    </section>
  );
}
