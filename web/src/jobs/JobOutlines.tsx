import { Link } from "react-router";
import { api, type JobView, type KeptOutline, type Unit } from "../api/client";
import { useReading } from "../api/queries";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";

/** The outlines that the cuts of a job are made from: their shapes, which cuts name them, and the templates that there are. */
export function JobOutlines({ job, unit }: { job: JobView; unit: Unit }) {
  const outlines = useReading({ key: ["outlines"], ask: api.outlines });
  const used = usedBy(job);
  const known = outlines.data ?? [];
  return (
    <section aria-label="Outlines" data-testid="job-outlines">
      <h3 className="label">Outlines</h3>
      <ul className="mt-1">
        {known
          .filter((each) => used.has(each.id))
          .map((each) => (
            <li key={each.id} className="border-t border-rule">
              <Link
                className="flex min-w-0 items-center gap-3 py-1 leading-snug hover:underline"
                to={`/templates/${each.id}`}
              >
                <Shape outline={each} />
                <span className="min-w-0 py-1">
                  <b className="font-semibold">{each.name}</b>{" "}
                  <span className="text-small text-ink-2">
                    <Words text={inUnit(each.size, unit)} />
                  </span>
                  <span className="block text-small text-ink-2">
                    {[...(used.get(each.id) ?? [])].join(", ")}
                    {madeOf(each, known)}
                  </span>
                </span>
              </Link>
            </li>
          ))}
      </ul>
      {used.size === 0 ? (
        <p className="py-1 text-small text-ink-2">No cut of this job follows a template yet.</p>
      ) : null}
      <Link className="button mt-1" to="/templates">
        All outlines, and new ones
      </Link>
    </section>
  );
}

/** The names of the cuts that name an outline, by its id. */
function usedBy(job: JobView): ReadonlyMap<string, ReadonlySet<string>> {
  const found = new Map<string, Set<string>>();
  for (const item of job.pieces)
    for (const each of item.cuts) {
      const { outline } = each.cut;
      if (each.cut.kind !== "template" || typeof outline !== "string") continue;
      const names = found.get(outline) ?? new Set();
      found.set(outline, names.add(each.name));
    }
  return found;
}

function madeOf(outline: KeptOutline, known: readonly KeptOutline[]): string {
  const made = known.filter((each) => each.made?.outline === outline.id).length;
  return made > 0 ? ` · ${made === 1 ? "a template" : `${made} templates`} made` : "";
}

/** Its lines, small. */
function Shape({ outline }: { outline: KeptOutline }) {
  const [x0, y0, x1, y1] = outline.box;
  return (
    <svg
      viewBox={`${x0} ${-y1} ${x1 - x0} ${y1 - y0}`}
      className="h-9 w-12 shrink-0 overflow-visible"
      preserveAspectRatio="xMidYMid meet"
      aria-hidden
    >
      <path
        d={outline.path}
        transform="scale(1 -1)"
        className="fill-work stroke-ink"
        strokeWidth="1.4"
        vectorEffect="non-scaling-stroke"
        fillRule="evenodd"
      />
    </svg>
  );
}
