import { Link } from "react-router";
import { api, type Unit } from "../api/client";
import { useReading } from "../api/queries";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";
import { DONE, useCare } from "./useCare";

/** What bits, bearings and collets need by now, each done with one key. */
export function DueWork({ unit }: { unit: Unit }) {
  const due = useReading({ key: ["due"], ask: api.due });
  const done = useCare();
  if (!due.data || due.data.length === 0) return null;
  return (
    <section aria-label="Due by now" data-testid="due-work">
      <h3 className="label">Due by now</h3>
      <ul className="mt-1">
        {due.data.map((each) => (
          <li key={each.kind + each.of} className="border-t border-rule py-1.5">
            <span className="block text-body">
              <b className="font-semibold">
                <Words text={each.name} />
              </b>
              : <Words text={inUnit(each.why, unit)} />
            </span>
            <span className="block text-small text-ink-2">
              <Words text={inUnit(each.says, unit)} />
            </span>
            <span className="mt-1 flex gap-2">
              {each.kind === "template" ? (
                <Link className="button" to={`/templates/${each.of}`}>
                  Open it
                </Link>
              ) : (
                (each.kind === "sharpened" ? (["sharpened", "replaced"] as const) : [each.kind]).map(
                  (kind) => (
                    <button
                      key={kind}
                      type="button"
                      className="button"
                      onClick={() => void done(each.name, each.of, kind)}
                    >
                      {DONE[kind]}
                    </button>
                  ),
                )
              )}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
