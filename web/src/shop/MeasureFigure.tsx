/** What a size of a tool is measured between: a base from below, a router or a bit from the side, a bushing cut open. */

type View = "base" | "router" | "bit" | "bushing";
type Spot = readonly [number, number];

interface Measured {
  view: View;
  from: Spot;
  to: Spot;
}

/** Where each field is measured, in a drawing of 220 × 150. */
const MEASURED: Record<string, Measured> = {
  across: { view: "base", from: [45, 128], to: [155, 128] },
  side: { view: "base", from: [100, 75], to: [155, 75] },
  side2: { view: "base", from: [45, 75], to: [100, 75] },
  opening: { view: "base", from: [82, 75], to: [118, 75] },
  front: { view: "base", from: [100, 25], to: [100, 75] },
  back: { view: "base", from: [100, 75], to: [100, 125] },
  handle_reach: { view: "base", from: [100, 75], to: [200, 75] },
  collet_height: { view: "router", from: [135, 70], to: [135, 112] },
  collet_bore: { view: "router", from: [135, 20], to: [135, 70] },
  plunge_travel: { view: "router", from: [190, 60], to: [190, 112] },
  diameter: { view: "bit", from: [76, 135], to: [124, 135] },
  shank: { view: "bit", from: [88, 12], to: [112, 12] },
  cutting_length: { view: "bit", from: [140, 75], to: [140, 125] },
  overall_length: { view: "bit", from: [165, 20], to: [165, 125] },
  outside: { view: "bushing", from: [70, 122], to: [130, 122] },
  bore: { view: "bushing", from: [80, 40], to: [120, 40] },
  length: { view: "bushing", from: [150, 55], to: [150, 110] },
};

/** Whether a field of a form has such a drawing; a length of a guide is a bushing's only in its own form. */
const shown = (field: string, form: string): Measured | null => {
  const found = MEASURED[field];
  if (!found || (found.view === "bushing") !== (form === "bushing")) return null;
  return found;
};

const SAYS: Record<View, string> = {
  base: "The base from below, its marked side to the right",
  router: "The router from the side",
  bit: "The bit from the side",
  bushing: "The bushing, cut open",
};

export function MeasureFigure({ field, label, form }: { field: string; label: string; form: string }) {
  const found = shown(field, form);
  if (!found) return null;
  const [[x0, y0], [x1, y1]] = [found.from, found.to];
  const upright = x0 === x1;
  const tick = (x: number, y: number) => (upright ? `M${x - 7} ${y}h14` : `M${x} ${y - 7}v14`);
  return (
    <figure className="col-span-full flex flex-wrap items-center gap-3" data-testid={`figure-${field}`}>
      <svg
        viewBox="0 0 220 150"
        className="h-32 border border-rule bg-bench"
        role="img"
        aria-label={`What to measure: ${label}. ${SAYS[found.view]}`}
      >
        <g className="fill-paper stroke-ink-2" strokeWidth="1.5">
          {DRAWN[found.view]}
        </g>
        <path
          d={`M${x0} ${y0}L${x1} ${y1}${tick(x0, y0)}${tick(x1, y1)}`}
          className="fill-none stroke-cut"
          strokeWidth="3"
        />
      </svg>
      <figcaption className="max-w-60 text-small">
        <b className="block">{label}</b>
        {SAYS[found.view]}; measured between the two marks.
      </figcaption>
    </figure>
  );
}

const DRAWN: Record<View, React.ReactNode> = {
  base: (
    <>
      <circle cx="20" cy="75" r="19" />
      <circle cx="181" cy="75" r="19" />
      <path d="M45 25H155V125H45Z" />
      <path d="M155 25V125" strokeWidth="4" />
      <circle cx="100" cy="75" r="18" />
      <path d="M93 75h14M100 68v14" />
    </>
  ),
  router: (
    <>
      <path d="M60 4H140V50H120V60H80V50H60Z" />
      <path d="M85 60H115V70H85Z" />
      <path d="M93 20H107V70" className="fill-none" />
      <path d="M93 20V140H107V70" />
      <path d="M25 106H88V112H25ZM112 106H205V112H112Z" />
    </>
  ),
  bit: (
    <>
      <path d="M88 20H112V75H88Z" />
      <path d="M76 75H124V125H76Z" className="fill-cut-soft" />
    </>
  ),
  bushing: (
    <>
      <path d="M40 40H80V110H70V55H40ZM160 40H120V110H130V55H160Z" />
    </>
  ),
};
