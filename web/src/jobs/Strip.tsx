import type { CutItem, JobView, Unit } from "../api/client";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";

interface Props {
  job: JobView;
  unit: Unit;
  currentId: string | null;
  onOpen: (id: string) => void;
  onNewCut: () => void;
  onNewPiece: () => void;
}

/** The job's cuts in working order, by piece, each with the section it leaves. */
export function Strip({ job, unit, currentId, onOpen, onNewCut, onNewPiece }: Props) {
  return (
    <nav
      aria-label="Cuts of this job"
      className="flex gap-3 overflow-x-auto bg-rail px-2.5 py-2.5 lg:flex-col lg:gap-2.5 lg:overflow-y-auto lg:overflow-x-hidden lg:py-3"
      data-testid="strip"
    >
      {job.pieces.map((item) => (
        <section key={item.id} className="shrink-0">
          <h2 className="label px-1.5">
            {item.piece.name}
            {item.piece.count > 1 ? ` × ${item.piece.count}` : ""}
          </h2>
          <ul className="flex gap-1.5 lg:flex-col">
            {item.cuts.map((cut) => (
              <li key={cut.id}>
                <button
                  type="button"
                  aria-current={cut.id === currentId ? "page" : undefined}
                  data-cut={cut.id}
                  className={`flex w-full items-center gap-2 rounded-[4px] border-l-[5px] px-1.5 py-1.5 text-left ${cut.id === currentId ? "border-cut bg-bench" : "border-transparent hover:bg-bench/60"}`}
                  onClick={() => onOpen(cut.id)}
                >
                  <Glyph cut={cut} />
                  <span className="min-w-0 leading-tight">
                    <span className="block text-[14.5px] font-semibold">{cut.name}</span>
                    <span className="block text-[13px] whitespace-nowrap text-ink-2">
                      <Words text={inUnit(cut.place, unit)} />
                    </span>
                    {cut.status === "stop" ? (
                      <span className="block text-[13px] font-semibold text-cut">stop: look here</span>
                    ) : null}
                  </span>
                </button>
              </li>
            ))}
            {item.cuts.length === 0 ? <li className="px-1.5 text-[13.5px] text-ink-2">no cut yet</li> : null}
          </ul>
        </section>
      ))}
      <div className="flex shrink-0 items-center gap-2 lg:mt-auto lg:flex-col lg:items-stretch">
        <button type="button" className="button justify-center" onClick={onNewCut} data-testid="new-cut">
          Add a cut
        </button>
        <button type="button" className="button justify-center" onClick={onNewPiece} data-testid="new-piece">
          Add a board
        </button>
      </div>
    </nav>
  );
}

function Glyph({ cut }: { cut: CutItem }) {
  const xs = cut.glyph.map(([x]) => x);
  const ys = cut.glyph.map(([, y]) => y);
  if (xs.length === 0)
    return <span className="inline-block h-5 w-9 shrink-0 rounded-sm border border-dashed border-cut" />;
  const [x0, x1, y1] = [Math.min(...xs), Math.max(...xs), Math.max(...ys)];
  const points = cut.glyph.map(([x, y]) => `${x - x0},${y1 - y}`).join(" ");
  return (
    <svg
      viewBox={`-1 -1 ${x1 - x0 + 2} ${y1 + 2}`}
      className="h-5 w-9 shrink-0"
      preserveAspectRatio="xMidYMid meet"
      aria-hidden
    >
      <polygon
        points={points}
        className="fill-work stroke-ink"
        strokeWidth="1.4"
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
}
