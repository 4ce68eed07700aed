import type { CutPlan, Unit } from "../api/client";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";

/** How the jig of this cut is made, and its board as files at 1:1. */
export function ItsJig({ plan, unit }: { plan: CutPlan; unit: Unit }) {
  const jig = plan.jig_to_make;
  if (!jig) return null;
  const asked = new URLSearchParams({
    name: inUnit(jig.name, unit),
    path: jig.path,
    paper: unit === "in" ? "letter" : "a4",
  });
  return (
    <details className="ml-[72px]" data-testid="its-jig">
      <summary className="cursor-pointer text-small font-semibold">make its sled</summary>
      <ol className="list-decimal pl-5 text-small leading-snug text-ink-2">
        {jig.lines.map((line) => (
          <li key={line.metric}>
            <Words text={inUnit(line, unit)} />.
          </li>
        ))}
      </ol>
      <p className="mt-1 flex flex-wrap gap-2">
        {(["svg", "dxf", "pdf"] as const).map((form) => (
          <a
            key={form}
            className="button"
            href={`/api/shape.${form}?${asked}`}
            download
            data-testid={`jig-${form}`}
          >
            {form.toUpperCase()}
          </a>
        ))}
      </p>
    </details>
  );
}
