/** What the lines of a template's drawing are. */
export function CanvasKey({
  recess,
  isTemplate,
  sawn,
  lifts,
}: {
  recess: boolean;
  isTemplate: boolean;
  sawn: boolean;
  lifts: boolean;
}) {
  return (
    <span className="flex w-full flex-wrap gap-x-4 text-note">
      {isTemplate ? null : <Key line="stroke-ink" dashed words="wanted" />}
      <Key line="stroke-guide" wide words={recess ? "template's opening" : "template's edge"} />
      <Key line="stroke-cut" words="what the bit makes" />
      {sawn ? <Key line="stroke-hazard" dashed words="saw line" /> : null}
      {lifts ? <Key line="stroke-hazard" wide words="fibres lift here" /> : null}
    </span>
  );
}

function Key({
  line,
  words,
  wide = false,
  dashed = false,
}: {
  line: string;
  words: string;
  wide?: boolean;
  dashed?: boolean;
}) {
  return (
    <span className="inline-flex items-center gap-1.5">
      <svg width="26" height="8" aria-hidden>
        <path
          d="M0 4h26"
          className={line}
          strokeWidth={wide ? 3 : 1.5}
          strokeDasharray={dashed ? "5 3" : undefined}
        />
      </svg>
      {words}
    </span>
  );
}
