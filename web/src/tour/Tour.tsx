import { Popover } from "radix-ui";
import { useEffect, useMemo, useRef, useState } from "react";
import { haveLooked } from "./seen";
import { STOPS } from "./stops";

/** A first tour: what is on this screen, stop by stop; left at any time. */
export default function Tour({ onLeave }: { onLeave: () => void }) {
  const stops = useMemo(() => STOPS.filter(({ at }) => document.querySelector(at)), []);
  const [number, setNumber] = useState(0);
  const stop = stops[number];
  const seen = useRef({ getBoundingClientRect: () => new DOMRect() });
  const [rect, setRect] = useState<DOMRect | null>(null);
  useEffect(() => {
    const there = stop ? document.querySelector(stop.at) : null;
    seen.current = { getBoundingClientRect: () => beside(there?.getBoundingClientRect()) };
    there?.scrollIntoView({ block: "nearest" });
    const measure = () => setRect(there?.getBoundingClientRect() ?? null);
    measure();
    window.addEventListener("resize", measure);
    window.addEventListener("scroll", measure, true);
    return () => {
      window.removeEventListener("resize", measure);
      window.removeEventListener("scroll", measure, true);
    };
  }, [stop]);
  const leave = () => {
    haveLooked();
    onLeave();
  };
  const last = number === stops.length - 1;
  const on = () => (last ? leave() : setNumber(number + 1));
  const back = () => setNumber(Math.max(0, number - 1));
  if (!stop || !rect) return null;
  return (
    <Popover.Root open onOpenChange={(open) => !open && leave()}>
      {/* It moves with what it is about. */}
      <Popover.Anchor key={stop.at} virtualRef={seen} />
      <div
        aria-hidden
        className="pointer-events-none fixed z-40 rounded border-[3px] border-guide"
        style={{ left: rect.left - 4, top: rect.top - 4, width: rect.width + 8, height: rect.height + 8 }}
      />
      <Popover.Portal>
        <Popover.Content
          key={stop.at}
          side="bottom"
          sideOffset={10}
          collisionPadding={12}
          className="floating z-50 w-[min(420px,94vw)] p-4"
          aria-labelledby="tour-title"
          data-testid="tour"
          onInteractOutside={(event) => event.preventDefault()}
          onKeyDown={(event) => {
            if (event.key === "ArrowRight") on();
            if (event.key === "ArrowLeft") back();
          }}
        >
          <p className="label" role="status">
            {number + 1} of {stops.length}
          </p>
          <h2 id="tour-title" className="text-title font-bold leading-tight">
            {stop.title}
          </h2>
          <p className="mt-1 text-body">{stop.says}</p>
          <div className="mt-3 flex gap-2">
            <button type="button" className="button min-h-12" onClick={leave} data-testid="tour-leave">
              Leave
            </button>
            <button
              type="button"
              className="button ml-auto min-h-12"
              onClick={back}
              disabled={number === 0}
              data-testid="tour-back"
            >
              Back
            </button>
            <button
              type="button"
              className="button button-main min-h-12"
              onClick={on}
              // biome-ignore lint/a11y/noAutofocus: the next key goes on
              autoFocus
              data-testid="tour-on"
            >
              {last ? "Done" : "Next"}
            </button>
          </div>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** What the card stands below: of something tall its top alone, so that the card lies over the rest of it and not beyond the screen. */
const beside = (all: DOMRect | undefined): DOMRect => {
  if (!all) return new DOMRect();
  const top = Math.max(all.top, 0);
  return all.height < window.innerHeight * 0.4 ? all : new DOMRect(all.left, top, all.width, TOP);
};
const TOP = 60;
