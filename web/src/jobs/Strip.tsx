import { useEffect, useRef } from "react";
import { alongAddress } from "../api/addresses";
import type { CutItem, JobView, PieceItem, Unit } from "../api/client";
import { reader } from "../app/reader";
import { Offer } from "../tour/Offer";
import { Glyph } from "../ui/Glyph";
import { Menu, type MenuItem } from "../ui/Menu";
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
  onLook: () => void;
  onEditPiece: (item: PieceItem) => void;
  onRenameCut: (cut: CutItem) => void;
  onOpenJoint: (id: string) => void;
}

/** The job's cuts in working order, by piece, each with the section it leaves. */
export function Strip(props: Props) {
  const { job, unit, currentId, actions, onOpen } = props;
  const strip = useRef<HTMLElement>(null);
  useEffect(() => {
    const shown = currentId ? strip.current?.querySelector(`[data-cut="${CSS.escape(currentId)}"]`) : null;
    shown?.scrollIntoView({ block: "nearest", inline: "center" });
  }, [currentId]);
  return (
    <nav
      ref={strip}
      aria-label="Cuts of this job"
      className="flex scroll-pl-28 gap-3 overflow-x-auto bg-rail px-2 py-2.5 lg:flex-col lg:gap-2.5 lg:overflow-y-auto lg:overflow-x-hidden lg:py-3"
      data-testid="strip"
    >
      {currentId ? <Offer onLook={props.onLook} /> : null}
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
                ...pieceItems(job, item, actions),
              ]}
            />
          </div>
          <ul className="flex gap-1.5 lg:flex-col">
            {item.cuts.map((cut) => (
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
                      <span className="block text-note font-semibold text-cut">
                        {cut.wanted ? "wanted: lacks a tool" : "stop: look here"}
                      </span>
                    ) : null}
                  </span>
                </button>
                {cut.id === currentId ? (
                  <Menu
                    label={`Cut ${cut.name}`}
                    items={[
                      ...(cut.joint
                        ? [{ says: "Open its joint", run: () => props.onOpenJoint(cut.joint ?? "") }]
                        : [{ says: "Rename the cut", run: () => props.onRenameCut(cut) }]),
                      ...cutItems(job, item, cut, actions),
                    ]}
                  />
                ) : null}
              </li>
            ))}
            {item.cuts.length === 0 ? <li className="px-1.5 text-note text-ink-2">no cut yet</li> : null}
          </ul>
        </section>
      ))}
      <div className="sticky -left-2 z-10 order-first -ml-2 flex shrink-0 flex-col justify-center gap-1.5 bg-rail px-2 lg:static lg:ml-0 lg:px-0 lg:order-none lg:mt-auto lg:gap-2">
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

/** What can be done with a board, beside changing it. */
export function pieceItems(job: JobView, item: PieceItem, actions: JobActions): MenuItem[] {
  const at = job.pieces.indexOf(item);
  const [before, next] = [job.pieces[at - 1], job.pieces[at + 1]];
  return [
    { says: "Copy the board with its cuts", run: () => void actions.copyPiece(item) },
    ...(before
      ? [{ says: "Move the board earlier", run: () => void actions.placePiece(item, before.id) }]
      : []),
    ...(next
      ? [
          {
            says: "Move the board later",
            run: () => void actions.placePiece(item, job.pieces[at + 2]?.id ?? null),
          },
        ]
      : []),
    { says: "Remove the board", run: () => void actions.removePiece(item) },
  ];
}

/** What can be done with a cut, beside renaming it. */
export function cutItems(job: JobView, item: PieceItem, cut: CutItem, actions: JobActions): MenuItem[] {
  const place = item.cuts.indexOf(cut);
  const others = job.pieces.filter((each) => each.id !== item.id);
  const doubled = (name: string) => others.filter((each) => each.piece.name === name).length > 1;
  const copy = { says: "Copy the cut", run: () => void actions.copyCut(cut) };
  const along = {
    says: "Take along, as one file",
    run: () => window.location.assign(alongAddress("cuts", cut.id, reader.unit())),
  };
  const taken = cut.status === "ready" || cut.status === "caution" ? [along] : [];
  // What follows from a joint is moved and removed with it.
  if (cut.joint) return [copy, ...taken];
  return [
    copy,
    ...(place > 0 ? [{ says: "Move earlier", run: () => void actions.moveCut(item, cut, "earlier") }] : []),
    ...(place < item.cuts.length - 1
      ? [{ says: "Move later", run: () => void actions.moveCut(item, cut, "later") }]
      : []),
    ...others.map((other) => ({
      says: `Move to ${other.piece.name}${doubled(other.piece.name) ? `, board ${job.pieces.indexOf(other) + 1}` : ""}`,
      run: () => void actions.placeCut(cut, { piece: other.id, before: null }),
    })),
    ...taken,
    { says: "Remove the cut", run: () => void actions.removeCut(cut) },
  ];
}
