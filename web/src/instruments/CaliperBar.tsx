import { useEffect, useRef, useState, useSyncExternalStore } from "react";
import { caliper, useInstrument } from "./instrument";
import { Simulated } from "./Simulated";
import { listenFor, type Target, targetOf } from "./target";

const READ_KEY = "F8";

/** Bars inside dialogs; while there is one, the page's own stays away. */
let inside = 0;
const changed = new Set<() => void>();
const subscribe = (listener: () => void) => {
  changed.add(listener);
  return () => {
    changed.delete(listener);
  };
};
function count(by: number) {
  inside += by;
  for (const listener of changed) listener();
}

/**
 * Offers the caliper to the length field that has the focus, and shows that it listens. The field keeps the focus and its
 * text until a reading arrives.
 */
export function CaliperBar({ inDialog = false }: { inDialog?: boolean }) {
  const dialogs = useSyncExternalStore(subscribe, () => inside);
  const active = inDialog || dialogs === 0;
  useEffect(() => {
    if (!inDialog) return;
    count(1);
    return () => count(-1);
  }, [inDialog]);
  return active ? <Bar inDialog={inDialog} /> : null;
}

function Bar({ inDialog }: { inDialog: boolean }) {
  const known = useInstrument(caliper);
  const [focused, setFocused] = useState<Target | null>(() => targetOf(document.activeElement));
  useEffect(() => {
    const onFocus = (event: FocusEvent) => setFocused(targetOf(event.target));
    const onBlur = (event: FocusEvent) => event.relatedTarget === null && setFocused(null);
    const onKey = (event: KeyboardEvent) => {
      const listening = caliper.snapshot().listening !== null;
      if (event.key === "Escape" && listening) {
        event.preventDefault();
        event.stopPropagation();
        caliper.stop();
      }
      if (event.key !== READ_KEY) return;
      const target = targetOf(document.activeElement);
      event.preventDefault();
      if (listening) caliper.stop();
      else if (target) void listenFor(target);
    };
    document.addEventListener("focusin", onFocus);
    document.addEventListener("focusout", onBlur);
    document.addEventListener("keydown", onKey, true);
    return () => {
      document.removeEventListener("focusin", onFocus);
      document.removeEventListener("focusout", onBlur);
      document.removeEventListener("keydown", onKey, true);
    };
  }, []);
  const where = inDialog
    ? "sticky bottom-0 -mx-2 mt-3"
    : "fixed bottom-2 left-1/2 z-40 w-max max-w-[96vw] -translate-x-1/2 print:hidden";
  if (known.listening !== null)
    return (
      <div className={where} data-testid="caliper" data-hears={known.listening}>
        <Simulated
          instrument={caliper}
          what="jaws hold"
          in_unit="mm"
          title={
            <span role="status" className="flex items-center gap-2 text-body">
              <span className="listening" aria-hidden />
              <span>
                The next reading goes to <b>{known.listening}</b>
              </span>
            </span>
          }
        >
          <button type="button" className="button ml-auto" onClick={() => caliper.stop()}>
            Stop <kbd>Esc</kbd>
          </button>
        </Simulated>
      </div>
    );
  if (inDialog) return <Offer target={focused} />;
  return focused ? (
    <div className={where}>
      <Offer target={focused} />
    </div>
  ) : null;
}

const AROUND = '[role="dialog"], fieldset, form';

/** A dialog, or a form on a page, keeps the offer's place also while no field has the focus: a button below must not move under the finger. */
function Offer({ target }: { target: Target | null }) {
  const box = useRef<HTMLDivElement>(null);
  const [useful, setUseful] = useState(target !== null);
  useEffect(() => {
    setUseful(target !== null || box.current?.closest(AROUND)?.querySelector("[data-length]") != null);
  }, [target]);
  return (
    <div
      ref={box}
      className={`flex min-h-9 items-center justify-end ${useful ? "mt-3" : "hidden"}`}
      data-testid="caliper-offer"
    >
      {target ? (
        <button
          type="button"
          className="button shadow-lg"
          tabIndex={-1}
          onPointerDown={(event) => {
            event.preventDefault();
            void listenFor(target);
          }}
        >
          <kbd>{READ_KEY}</kbd> Take {target.label} from the caliper
        </button>
      ) : (
        <span className="text-note text-ink-2">
          <kbd>{READ_KEY}</kbd> in a length takes it from the caliper
        </span>
      )}
    </div>
  );
}
