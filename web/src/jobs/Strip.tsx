import { Ellipsis } from "lucide-react";
import { DropdownMenu } from "radix-ui";
import type { CutItem, JobView, PieceItem, Unit } from "../api/client";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";
import type { JobActions } from "./actions";

interface Props {
  job: JobView;
  unit: Unit;
  currentId: string | null;
  actions: JobActions;
  onOpen: (id: string) => void;
  onNewCut: () => void;
  onNewPiece: () => void;
  onEditPiece: (item: PieceItem) => void;
  onRenameCut: (cut: CutItem) => void;
}

/** The job's cuts in working order, by piece, each with the section it leaves. */
export function Strip(props: Props) {
  const { job, unit, currentId, actions, onOpen } = props;
  return (
    <nav
      aria-label="Cuts of this job"
      className="flex gap-3 overflow-x-auto bg-rail px-2 py-2.5 lg:flex-col lg:gap-2.5 lg:overflow-y-auto lg:overflow-x-hidden lg:py-3"
      data-testid="strip"
    >
      {job.pieces.map((item) => (
        <section key={item.id} className="shrink-0">
          <div className="flex items-center justify-between">
            <h2 className="label px-1.5">
              {item.piece.name}
              {item.piece.count > 1 ? ` × ${item.piece.count}` : ""}
            </h2>
            <Menu
              label={`Board ${item.piece.name}`}
              items={[
                { says: "Change the board", run: () => props.onEditPiece(item) },
                { says: "Remove the board", run: () => void actions.removePiece(item) },
              ]}
            />
          </div>
          <ul className="flex gap-1.5 lg:flex-col">
            {item.cuts.map((cut, place) => (
              <li
                key={cut.id}
                className={`flex items-start rounded-[4px] border-l-[5px] ${cut.id === currentId ? "border-cut bg-bench" : "border-transparent hover:bg-bench/60"}`}
              >
                <button
                  type="button"
                  aria-current={cut.id === currentId ? "page" : undefined}
                  data-cut={cut.id}
                  className="flex min-w-0 flex-1 items-center gap-2 px-1.5 py-1.5 text-left"
                  onClick={() => onOpen(cut.id)}
                >
                  <Glyph cut={cut} />
                  <span className="min-w-0 leading-tight">
                    <span className="block text-small font-semibold">{cut.name}</span>
                    <span className="block text-note text-ink-2">
                      <Words text={inUnit(cut.place, unit)} />
                    </span>
                    {cut.status === "stop" ? (
                      <span className="block text-note font-semibold text-cut">stop: look here</span>
                    ) : null}
                  </span>
                </button>
                {cut.id === currentId ? (
                  <Menu
                    label={`Cut ${cut.name}`}
                    items={[
                      { says: "Rename the cut", run: () => props.onRenameCut(cut) },
                      ...(place > 0
                        ? [{ says: "Move earlier", run: () => void actions.moveCut(cut, "earlier") }]
                        : []),
                      ...(place < item.cuts.length - 1
                        ? [{ says: "Move later", run: () => void actions.moveCut(cut, "later") }]
                        : []),
                      { says: "Remove the cut", run: () => void actions.removeCut(cut) },
                    ]}
                  />
                ) : null}
              </li>
            ))}
            {item.cuts.length === 0 ? <li className="px-1.5 text-note text-ink-2">no cut yet</li> : null}
          </ul>
        </section>
      ))}
      <div className="flex shrink-0 items-center gap-2 lg:mt-auto lg:flex-col lg:items-stretch">
        <button
          type="button"
          className="button justify-center"
          onClick={props.onNewCut}
          data-testid="new-cut"
        >
          Add a cut
        </button>
        <button
          type="button"
          className="button justify-center"
          onClick={props.onNewPiece}
          data-testid="new-piece"
        >
          Add a board
        </button>
      </div>
    </nav>
  );
}

function Menu({ label, items }: { label: string; items: { says: string; run: () => void }[] }) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        className="inline-flex size-7 shrink-0 items-center justify-center rounded text-ink-2 hover:bg-paper"
        aria-label={label}
      >
        <Ellipsis size={17} aria-hidden />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className="floating p-1" align="start" sideOffset={4}>
          {items.map((item) => (
            <DropdownMenu.Item
              key={item.says}
              className="rounded px-3 py-2 data-highlighted:bg-bench"
              onSelect={item.run}
            >
              {item.says}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
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
