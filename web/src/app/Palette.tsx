import { Dialog as Primitive } from "radix-ui";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, type Unit } from "../api/client";
import { useReading } from "../api/queries";
import { BigReading, Words } from "../ui/Words";
import { inUnit, reading } from "../ui/words";
import { PLACES } from "./places";

interface Props {
  unit: Unit;
  onClose: () => void;
}

/** A line for small questions, answered while it is typed; and the way to any place. Enter copies the figure. */
export function Palette({ unit, onClose }: Props) {
  const [text, setText] = useState("");
  const found = useReading({ key: ["quick", text], ask: () => api.quick(text), keeps: true });
  const [copied, setCopied] = useState<string | null>(null);
  const [barred, setBarred] = useState(false);
  const navigate = useNavigate();
  const typed = text.trim().toLowerCase();
  const places = PLACES.filter((place) => typed && place.name.toLowerCase().startsWith(typed));
  const go = (path: string) => {
    onClose();
    void navigate(path);
  };
  const view = found.data ?? null;
  const answer = view?.answer ?? null;
  const copy = async () => {
    if (!answer) return;
    try {
      await navigator.clipboard.writeText(inUnit(answer.copy, unit));
      setCopied(text);
    } catch {
      setBarred(true);
    }
  };
  const enter = () => {
    const place = places[0];
    const next = view?.completions[0];
    // What is still shown of an earlier question is not what Enter is pressed for.
    if (answer && !found.settling) void copy();
    else if (place) go(place.path);
    else if (next && !text.includes(" ")) setText(`${next.name} `);
  };
  return (
    <Primitive.Root open onOpenChange={(open) => !open && onClose()}>
      <Primitive.Portal>
        <Primitive.Overlay className="fixed inset-0 z-30 bg-ink/30" />
        <Primitive.Content
          className="floating fixed top-[9vh] left-1/2 flex max-h-[82vh] w-[min(620px,94vw)] -translate-x-1/2 flex-col overflow-hidden"
          aria-describedby={undefined}
          data-testid="palette-box"
        >
          <Primitive.Title className="sr-only">Quick sum</Primitive.Title>
          <input
            className="w-full border-b-2 border-ink bg-paper px-4 py-3 text-title outline-none"
            value={text}
            placeholder="speed 1 3/8 · 7/16 + 3.2mm · drawer"
            aria-label="Ask a quick sum, or name a place"
            autoComplete="off"
            spellCheck={false}
            // biome-ignore lint/a11y/noAutofocus: the line is what was asked for
            autoFocus
            onChange={(event) => setText(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === "Enter") enter();
              const next = view?.completions[0];
              if (event.key === "Tab" && next && !answer) {
                event.preventDefault();
                setText(`${next.name} `);
              }
            }}
          />
          <div className="min-h-0 overflow-y-auto px-4 py-3">
            {found.down || barred ? (
              <p role="alert" className="text-cut">
                {found.down ?? "The browser does not let the page copy; mark the figure and copy it by hand."}
              </p>
            ) : null}
            {answer ? (
              <div data-testid="quick-answer" role="status">
                <p className="flex flex-wrap items-baseline gap-x-3">
                  <BigReading reading={reading(answer.shown, unit)} />
                  <span className="text-body">{inUnit(answer.caption, unit)}</span>
                  <button type="button" className="button ml-auto" onClick={() => void copy()}>
                    {copied === text ? "Copied" : "Copy"}
                  </button>
                </p>
                <p className="mt-1 text-body text-ink-2">
                  <Words text={inUnit(answer.working, unit)} />
                </p>
                {answer.lines.map((line) => (
                  <p key={line.metric} className="text-body">
                    <Words text={inUnit(line, unit)} />
                  </p>
                ))}
              </div>
            ) : typed && view?.words ? (
              <p
                className={view.partial ? "text-ink-2" : "text-cut"}
                data-testid="quick-problem"
                data-partial={view.partial}
              >
                <Words text={inUnit(view.words, unit)} />
              </p>
            ) : null}
            {places.map((place) => (
              <button
                key={place.path}
                type="button"
                className="block w-full rounded px-2 py-2 text-left hover:bg-bench"
                onClick={() => go(place.path)}
              >
                Open <b>{place.name}</b>
              </button>
            ))}
            {!answer && view && view.completions.length > 0 ? (
              <ul className="mt-1" data-testid="completions">
                {view.completions.map((each) => (
                  <li key={each.name}>
                    <button
                      type="button"
                      className="grid w-full grid-cols-[14rem_1fr] rounded px-2 py-1.5 text-left hover:bg-bench"
                      onClick={() => setText(each.example)}
                    >
                      <span className="font-semibold">{each.example}</span>
                      <span className="text-ink-2">
                        {each.says} <span className="text-note">{each.rule}</span>
                      </span>
                    </button>
                  </li>
                ))}
              </ul>
            ) : null}
          </div>
        </Primitive.Content>
      </Primitive.Portal>
    </Primitive.Root>
  );
}
