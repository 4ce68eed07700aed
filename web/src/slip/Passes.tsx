import type { CutPlan, Unit } from "../api/client";
import { Words } from "../ui/Words";
import { reading } from "../ui/words";

/** Every pass in order of work. */
export function Passes({ plan, unit }: { plan: CutPlan; unit: Unit }) {
  return (
    <div className="relative overflow-x-auto">
      <table className="w-full text-note tabular-nums" data-testid="passes">
        <caption className="label text-left">Passes, in order of work</caption>
        <thead>
          <tr className="text-left text-ink-2">
            <th className="pr-1 font-normal">
              <span className="sr-only">pass</span>
            </th>
            {plan.pass_columns.map((column) => (
              <th key={column} className="pr-2 font-normal">
                {column}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {plan.pass_lines.map((line) => (
            <tr key={line.number} className="border-t border-rule">
              <th className="pr-1 text-left font-semibold">{line.number}</th>
              {line.cells.map((cell, index) => {
                const shown = reading(cell, unit);
                return (
                  <td key={plan.pass_columns[index]} className="pr-2 whitespace-nowrap">
                    <Words text={`${shown.number} ${shown.unit}`} />
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
