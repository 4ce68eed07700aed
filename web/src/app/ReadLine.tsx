import type { CutIn, ReadCut } from "../api/client";
import { SaidSentence } from "../forms/SaidSentence";

/** A cut as far as the line says it, and what Enter does with it. */
export function ReadLine({ cut }: { cut: ReadCut }) {
  const whole = cut.missing.length === 0 && cut.strange.length === 0;
  return (
    <div data-testid="read-cut" role="status">
      <p className="text-strong leading-snug">
        <SaidSentence form={cut.form} cut={cut.cut as CutIn} />
      </p>
      {cut.piece_said ? null : (
        <p className="text-small text-ink-2">No board is named, so it is the one that is open.</p>
      )}
      {cut.strange.length > 0 ? (
        <p
          className="text-small text-cut"
          data-testid="strange"
        >{`Not understood: ${cut.strange.join(", ")}`}</p>
      ) : null}
      <p className="mt-1 text-small font-semibold text-guide">
        {whole ? `Enter or a tap adds the ${cut.name}` : "Go on typing; Enter or a tap goes on in the form"}
      </p>
    </div>
  );
}
