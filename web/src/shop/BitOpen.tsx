import { X } from "lucide-react";
import { useEffect, useState } from "react";
import { useSearchParams } from "react-router";
import { api, type BitDetail, type Problem, type Unit } from "../api/client";
import { useBit, useRefresh } from "../api/queries";
import { removed } from "../app/acts";
import { history } from "../app/undo";
import { problemOf } from "../ui/problems";
import { Words } from "../ui/Words";
import { day, inUnit, money, reading } from "../ui/words";
import type { Adding } from "./Shelf";
import { Silhouette } from "./Silhouette";

interface Props {
  id: string;
  unit: Unit;
  currency: string;
  onClose: () => void;
  onForm: (form: Adding) => void;
}

/** A bit opened in its place: its section, its limits at each router, what it cuts, where it is used. */
export function BitOpen({ id, ...rest }: Props) {
  const bit = useBit(id);
  if (!bit.data)
    return <p className="p-4 text-ink-2">{bit.problem?.message.metric ?? "Opening the bit …"}</p>;
  return <Opened detail={bit.data} {...rest} />;
}

interface OpenedProps extends Omit<Props, "id"> {
  detail: BitDetail;
}

function Opened({ detail, unit, currency, onClose, onForm }: OpenedProps) {
  const { tile, texts } = detail;
  const [problem, setProblem] = useState<Problem | null>(null);
  const refresh = useRefresh();
  const scale = Math.min(4, 250 / tile.shape.height, 190 / tile.shape.width);
  const [asked] = useSearchParams();
  const wanted = asked.get("field");
  // Led here to type something in.
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, when it is opened
  useEffect(() => {
    if (wanted) onForm({ texts, of: tile });
  }, [wanted]);
  const settle = async (answer: Awaited<ReturnType<typeof api.putBitAway | typeof api.removeBit>>) => {
    setProblem(problemOf(answer));
    if (answer.kind === "ok") await refresh();
    return answer.kind === "ok";
  };
  const put = async (archived: boolean) => {
    if (!(await settle(await api.putBitAway(tile.id, archived)))) return;
    onClose();
    history.push({
      label: `${archived ? "putting away" : "taking out"} ${tile.name}`,
      undo: { do: "away", kind: "bits", id: tile.id, archived: !archived },
      redo: { do: "away", kind: "bits", id: tile.id, archived },
    });
  };
  const remove = async () => {
    if (!(await settle(await api.removeBit(tile.id)))) return;
    onClose();
    history.push(removed(`removing ${tile.name}`, "bits", tile.id));
  };
  return (
    <section
      aria-label={tile.name}
      className="mb-3 grid gap-x-6 gap-y-3 border-2 border-guide bg-paper p-4 md:grid-cols-[200px_1fr_1fr]"
      data-testid="bit-open"
    >
      <div className="flex flex-col items-center">
        <Silhouette shape={tile.shape} scale={scale} label={`Section of ${tile.name}`} />
        <p className="mt-2 text-center text-small">
          <Words text={inUnit(tile.sizes, unit)} />
        </p>
        <p className="text-center text-note text-ink-2">{detail.prints}</p>
      </div>
      <div className="flex flex-col gap-2">
        <h3 className="text-title leading-tight font-bold">
          <Words text={tile.name} />
        </h3>
        <p className="text-small">
          <Words
            text={[
              `${tile.shank} shank`,
              texts.overall_length ? `${texts.overall_length} overall` : "overall length not known",
              `${texts.flutes} flutes`,
              texts.marked_max_rpm ? `marked ${texts.marked_max_rpm} rpm` : "no maximum marked",
            ].join(" · ")}
          />
        </p>
        <p className="text-small">
          <b className="font-semibold">{tile.state}</b> · {inUnit(tile.life, unit)}
          {tile.price === null ? "" : ` · ${money(tile.price, currency)}`}
        </p>
        <ul className="text-small">
          {detail.cuts.map((line) => (
            <li key={line.metric}>
              <Words text={inUnit(line, unit)} />
            </li>
          ))}
        </ul>
        {tile.marks.length > 0 ? (
          <ul className="flex flex-col gap-1" data-testid="bit-marks">
            {tile.marks.map((mark) => (
              <li key={mark.code} className="striped border-l-4 border-hazard px-2 py-1 text-small">
                <Words text={inUnit(mark.text, unit)} />
              </li>
            ))}
          </ul>
        ) : null}
      </div>
      <div className="flex flex-col gap-2">
        <h4 className="label">At each router</h4>
        <ul data-testid="bit-routers">
          {detail.routers.map((at) => (
            <li key={at.router_id} className="border-t border-rule py-1 text-small">
              <span className="flex justify-between gap-2">
                <b className="font-semibold">{at.router_name}</b>
                {at.fits && at.rpm ? (
                  <span className="tabular-nums">
                    {at.dial ? <b className="font-bold">{reading(at.dial, unit).number} </b> : null}
                    {at.dial ? "on the dial, " : ""}
                    {`${reading(at.rpm, unit).number} rpm`}
                  </span>
                ) : (
                  <span className="text-cut">does not go</span>
                )}
              </span>
              {at.why ? (
                <span className="block text-note leading-snug text-ink-2">
                  <Words text={inUnit(at.why, unit)} />
                </span>
              ) : null}
            </li>
          ))}
        </ul>
        {detail.uses.length > 0 ? (
          <>
            <h4 className="label">Chosen for</h4>
            <ul className="text-small">
              {detail.uses.map((use) => (
                <li key={use.id}>{use.name}</li>
              ))}
            </ul>
          </>
        ) : null}
        {detail.history.length > 0 ? (
          <>
            <h4 className="label">Its history</h4>
            <ul className="max-h-40 overflow-y-auto text-small" data-testid="bit-history">
              {detail.history.map((each) => (
                <li key={each.at + each.words.metric}>
                  <span className="text-ink-2 tabular-nums">{day(each.at)}</span>{" "}
                  <Words text={inUnit(each.words, unit)} />
                </li>
              ))}
            </ul>
          </>
        ) : null}
        {problem ? (
          <p role="alert" className="text-small text-cut" data-testid="bit-problem">
            <Words text={inUnit(problem.message, unit)} />
          </p>
        ) : null}
        <div className="mt-auto flex flex-wrap gap-2 pt-2">
          <button
            type="button"
            className="button"
            onClick={() => onForm({ texts, of: tile })}
            data-testid="change-bit"
          >
            Change
          </button>
          <button
            type="button"
            className="button"
            onClick={() => onForm({ texts: { ...texts, name: "", metres_cut: "" }, of: null })}
            data-testid="copy-bit"
          >
            Add one like it
          </button>
          <button
            type="button"
            className="button"
            onClick={() => void put(!tile.archived)}
            data-testid="away-bit"
          >
            {tile.archived ? "Take out again" : "Put away"}
          </button>
          <button type="button" className="button" onClick={() => void remove()} data-testid="remove-bit">
            Remove
          </button>
          <button type="button" className="button ml-auto" aria-label="Close" onClick={onClose}>
            <X size={18} aria-hidden />
          </button>
        </div>
      </div>
    </section>
  );
}
