import { Link } from "react-router";
import { Dialog } from "../ui/Dialog";
import { runCommand } from "./commands";
import { lettersOn, SHORTCUTS, type ShortcutPlace, useLetters } from "./shortcuts";

interface Props {
  /** Where the person is: keys of other places are not shown. */
  here: ShortcutPlace;
  onClose: () => void;
}

const TITLES: Record<ShortcutPlace, string> = {
  everywhere: "Everywhere",
  cut: "At a cut",
  drawer: "In the drawer",
  templates: "With templates",
};

/** The keys that work here. */
export function Keys({ here, onClose }: Props) {
  const setLetters = useLetters();
  const places: ShortcutPlace[] = here === "everywhere" ? ["everywhere"] : [here, "everywhere"];
  return (
    <Dialog title="Keys" onClose={onClose}>
      <div data-testid="shortcuts">
        {places.map((place) => (
          <section key={place} className="mb-3">
            <h3 className="label mb-1">{TITLES[place]}</h3>
            <dl className="grid grid-cols-[auto_1fr] items-center gap-x-5 gap-y-1.5">
              {SHORTCUTS.filter((each) => each.where === place).map((each) => (
                <div key={each.name} className="contents">
                  <dt>
                    {each.keys.split(" ").map((key) => (
                      <kbd
                        key={key}
                        className="mr-1 rounded border border-rule bg-bench px-2 py-0.5 font-semibold"
                      >
                        {key}
                      </kbd>
                    ))}
                  </dt>
                  <dd>{each.says}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
        <p className="mb-3 flex flex-wrap gap-x-6 gap-y-2">
          {here === "cut" ? (
            <button
              type="button"
              className="quiet"
              data-testid="look-round"
              onClick={() => {
                onClose();
                runCommand("look-round", "");
              }}
            >
              Look round, one minute
            </button>
          ) : null}
          <Link className="quiet" to="/help" onClick={onClose}>
            Words of the trade, and about Ranura
          </Link>
        </p>
        <label className="flex items-center gap-2 border-t border-rule pt-3 text-body">
          <input
            type="checkbox"
            className="size-5"
            defaultChecked={lettersOn()}
            data-testid="letters"
            onChange={(event) => setLetters(event.target.checked)}
          />
          Single letters are keys; without them Ctrl Z and the keys of fields stay
        </label>
      </div>
    </Dialog>
  );
}
