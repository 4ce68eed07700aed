import type { RuleChange, Unit } from "../api/client";
import { Words } from "../ui/Words";
import { reading } from "../ui/words";

/** The figures of each cut, before and after. */
export function Moves({ moves, unit }: { moves: readonly RuleChange[]; unit: Unit }) {
  const cuts = [...new Set(moves.map((move) => move.cut_id))];
  return (
    <ul className="flex flex-col gap-3">
      {cuts.map((id) => {
        const own = moves.filter((move) => move.cut_id === id);
        return (
          <li key={id}>
            <b className="block text-body">{own[0]?.cut_name}</b>
            <table className="w-full text-small tabular-nums">
              <tbody>
                {own.map((move) => (
                  <tr key={move.label} className="border-t border-rule">
                    <th className="py-0.5 pr-2 text-left font-normal text-ink-2">{move.label}</th>
                    <td className="py-0.5 pr-2 text-right whitespace-nowrap text-ink-2 line-through">
                      <Words text={line(reading(move.before, unit))} />
                    </td>
                    <td className="py-0.5 text-right font-semibold whitespace-nowrap">
                      <Words text={line(reading(move.after, unit))} />
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </li>
        );
      })}
    </ul>
  );
}

export const line = (read: { number: string; unit: string; error?: string | null }) =>
  `${read.number} ${read.unit} ${read.error ? `(${read.error})` : ""}`.trim();
