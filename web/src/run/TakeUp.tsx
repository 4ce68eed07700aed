import { useEffect, useRef } from "react";

interface TakeUpProps {
  begun: boolean;
  /** The cut is another one by now. */
  changed: boolean;
  onTakeUp: () => void;
  onGiveUp: () => void;
}

/** Before anybody goes on with a run that was left. */
export function TakeUp({ begun, changed, onTakeUp, onGiveUp }: TakeUpProps) {
  const button = useRef<HTMLButtonElement>(null);
  useEffect(() => button.current?.focus(), []);
  return (
    <main id="main" className="flex flex-1 flex-col justify-center gap-5 px-6" data-testid="take-up">
      <h2 className="text-[clamp(1.9rem,5vw,3rem)] font-bold leading-tight">
        {begun ? "Before you go on" : "Before you begin"}
      </h2>
      <ul className="flex list-disc flex-col gap-2 pl-7 text-[clamp(1.25rem,3vw,1.75rem)] leading-snug">
        <li>unplugged</li>
        <li>look at the collet: the bit is where it was, and tight</li>
        <li>try every lock: depth, guide, clamps</li>
        {begun ? <li>nobody changed anything while you were away</li> : null}
      </ul>
      {changed ? (
        <p className="striped border-l-4 border-hazard px-3 py-2 text-strong" data-testid="run-changed">
          <b>The cut was changed since.</b> This run follows the plan as it was; give it up to begin with the
          new one.
        </p>
      ) : null}
      <button
        ref={button}
        type="button"
        className="button button-main min-h-16 justify-center text-title"
        onClick={onTakeUp}
        data-testid="take-it-up"
      >
        I looked: go on
      </button>
      <button type="button" className="button min-h-12 self-start" onClick={onGiveUp} data-testid="give-up">
        Give this run up
      </button>
    </main>
  );
}
