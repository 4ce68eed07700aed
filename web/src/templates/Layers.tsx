/** The layers of a drawing, of which some may be left out: helping lines, dimensions, a frame. */
export function Layers({
  all,
  chosen,
  onChoose,
}: {
  all: readonly string[];
  /** None: all of them. */
  chosen: readonly string[] | null;
  onChoose: (layers: string[]) => void;
}) {
  const taken = chosen ?? all;
  return (
    <fieldset className="flex flex-col" data-testid="layers">
      <legend className="label">Layers that are read</legend>
      <span className="flex max-h-36 flex-wrap gap-x-4 overflow-y-auto">
        {all.map((layer) => (
          <label key={layer} className="flex min-h-9 items-center gap-2 text-small">
            <input
              type="checkbox"
              checked={taken.includes(layer)}
              onChange={(event) =>
                onChoose(all.filter((each) => (each === layer ? event.target.checked : taken.includes(each))))
              }
            />
            {layer || "on no layer"}
          </label>
        ))}
      </span>
    </fieldset>
  );
}
