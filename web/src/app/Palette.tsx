/** The line that takes anything: a quick sum, a cut, the name of anything. What it may mean stands below, to be taken by Enter. */
import { Command } from "cmdk";
import { Dialog as Primitive } from "radix-ui";
import { type ReactNode, useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { api, type CutIn, type FoundThing, type QuickView, type ReadCut, type Unit } from "../api/client";
import { useReading } from "../api/queries";
import { useAddCut } from "../jobs/actions";
import { keepNewCut, nameOf } from "../jobs/NewCut";
import { useStable } from "../ui/stable";
import { BigReading, Words } from "../ui/Words";
import { inUnit, reading } from "../ui/words";
import { PLACES } from "./places";
import { ReadLine } from "./ReadLine";

interface Props {
  unit: Unit;
  /** The job whose boards a cut may be in, and the board that is open. */
  jobId: string | null;
  pieceId: string | null;
  onClose: () => void;
}

const ITEM =
  "cursor-pointer rounded px-2 py-2 -outline-offset-2 data-[selected=true]:bg-bench data-[selected=true]:outline-2 data-[selected=true]:outline-guide max-lg:min-h-11";
const KINDS: Record<FoundThing["kind"], string> = {
  job: "job",
  board: "board",
  cut: "cut",
  joint: "joint",
  bit: "bit",
  router: "router",
  guide: "guide",
  wood: "wood",
  rule: "house rule",
  word: "word",
};
const BARRED = "The browser does not let the page copy; mark the figure and copy it by hand.";

export function Palette({ unit, jobId, pieceId, onClose }: Props) {
  const [text, setText] = useState("");
  const asked = text.trim();
  const quick = useReading({ key: ["quick", text], ask: () => api.quick(text), keeps: true });
  const line = useReading({
    key: ["line", jobId, pieceId, text],
    ask: () => api.line(jobId ?? "", text, pieceId),
    enabled: jobId !== null && asked !== "",
    keeps: true,
  });
  const found = useReading({ key: ["find", asked], ask: () => api.find(asked), keeps: true });
  const [wrong, setWrong] = useState<string | null>(null);
  const [copied, setCopied] = useState<string | null>(null);
  const [pointed, setPointed] = useState("");
  /** Enter was pressed before the answer to what is typed was there. */
  const [held, setHeld] = useState(false);
  const navigate = useNavigate();
  const open = (path: string) => {
    onClose();
    void navigate(path);
  };
  const addCut = useAddCut((id) => open(`/jobs/${jobId}/cuts/${id}`));
  // What is still shown of an earlier question is not what Enter is pressed for.
  const settling = quick.settling || found.settling || (asked !== "" && jobId !== null && line.settling);
  const answer = quick.data?.answer ?? null;
  const cut = asked ? (line.data?.cut ?? null) : null;
  const begun = asked ? (line.data?.begun ?? []) : [];
  const things = asked ? (found.data ?? []) : [];
  const places = PLACES.filter((place) => asked && place.name.toLowerCase().startsWith(asked.toLowerCase()));
  const completions = answer ? [] : (quick.data?.completions ?? []);
  const nothing =
    asked &&
    !settling &&
    !answer &&
    !quick.data?.words &&
    !cut &&
    !begun.length &&
    !things.length &&
    !places.length;

  const copy = async (of: NonNullable<QuickView["answer"]>) => {
    try {
      await navigator.clipboard.writeText(inUnit(of.copy, unit));
      setCopied(text);
    } catch {
      setWrong(BARRED);
    }
  };
  const take = async (read: ReadCut) => {
    const draft = read.cut as CutIn;
    const whole = read.missing.length === 0 && read.strange.length === 0;
    const made = whole ? await addCut(read.piece_id, nameOf(read), draft, false) : null;
    if (made === null || (made.kind === "refused" && made.problem.lacks)) {
      keepNewCut(jobId ?? "", read.piece_id, read.key, draft);
      onClose();
      void navigate(`/jobs/${jobId}`, { state: { open: "cut" } });
    } else if (made.kind === "down") setWrong(made.message);
    else if (made.kind !== "ok") setWrong(inUnit(made.problem.message, unit));
  };
  const type = (typed: string) => {
    setHeld(false);
    setText(typed);
    setPointed("");
    setWrong(null);
  };
  /** What each line of the list does, in their order. */
  const runs = new Map<string, () => void>([
    ...(answer ? [["copy", () => void copy(answer)] as const] : []),
    ...(cut ? [["cut", () => void take(cut)] as const] : []),
    ...begun.map((each) => [`begin ${each.name}`, () => type(`${each.name} `)] as const),
    ...places.map((each) => [`place ${each.path}`, () => open(each.path)] as const),
    ...things.map((each) => [`${each.kind} ${each.path}`, () => open(each.path)] as const),
    ...completions.map((each) => [`sum ${each.name}`, () => type(each.example)] as const),
  ]);
  // The first line is the one that is meant, until another is pointed at.
  const meant = runs.has(pointed) ? pointed : ([...runs.keys()][0] ?? "");
  const run = useStable((value: string) => runs.get(value)?.());
  useEffect(() => {
    if (!held || settling) return;
    setHeld(false);
    run(meant);
  }, [held, settling, run, meant]);
  const next = begun[0]?.name ?? completions[0]?.name;
  return (
    <Primitive.Root open onOpenChange={(opened) => !opened && onClose()}>
      <Primitive.Portal>
        <Primitive.Overlay className="fixed inset-0 z-30 bg-ink/30" />
        <Primitive.Content
          className="floating fixed top-[9vh] left-1/2 flex max-h-[82vh] w-[min(680px,94vw)] -translate-x-1/2 flex-col overflow-hidden"
          aria-describedby={undefined}
          data-testid="palette-box"
        >
          <Primitive.Title className="sr-only">Find or add, or work out</Primitive.Title>
          <Command
            shouldFilter={false}
            value={meant}
            onValueChange={setPointed}
            loop
            label="Find or add, or work out"
            className="flex min-h-0 flex-col"
            onKeyDown={(event) => {
              if (event.key === "Enter" && settling) {
                event.preventDefault();
                setHeld(true);
              }
              if (event.key === "Tab" && !event.shiftKey && next && !asked.includes(" ")) {
                event.preventDefault();
                type(`${next} `);
              }
            }}
          >
            <Command.Input
              className="w-full border-b-2 border-ink bg-paper px-4 py-3 text-title outline-none"
              value={text}
              placeholder="dado 18 x 6 at 212 · speed 1 3/8 · a name"
              autoComplete="off"
              spellCheck={false}
              autoFocus
              onValueChange={type}
            />
            <Command.List className="min-h-0 overflow-y-auto px-2 py-2" label="What it may mean">
              {(wrong ?? quick.down) ? (
                <p role="alert" className="px-2 py-1 text-cut">
                  {wrong ?? quick.down}
                </p>
              ) : null}
              {answer ? (
                <Command.Item value="copy" className={ITEM} onSelect={run}>
                  <div data-testid="quick-answer" role="status">
                    <p className="flex flex-wrap items-baseline gap-x-3">
                      <BigReading reading={reading(answer.shown, unit)} />
                      <span className="text-body">{inUnit(answer.caption, unit)}</span>
                      <span className="ml-auto text-small text-ink-2">
                        {copied === text ? "Copied" : "Enter copies it"}
                      </span>
                    </p>
                    <p className="mt-1 text-body text-ink-2">
                      <Words text={inUnit(answer.working, unit)} />
                    </p>
                    {answer.lines.map((each) => (
                      <p key={each.metric} className="text-body">
                        <Words text={inUnit(each, unit)} />
                      </p>
                    ))}
                  </div>
                </Command.Item>
              ) : asked && quick.data?.words && !cut ? (
                <p
                  className={`px-2 py-1 ${quick.data.partial ? "text-ink-2" : "text-cut"}`}
                  data-testid="quick-problem"
                  data-partial={quick.data.partial}
                >
                  <Words text={inUnit(quick.data.words, unit)} />
                </p>
              ) : null}
              {cut ? (
                <Command.Item value="cut" className={ITEM} onSelect={run}>
                  <ReadLine cut={cut} />
                </Command.Item>
              ) : null}
              <Part title="A cut that begins so">
                {begun.map((each) => (
                  <Line
                    key={each.name}
                    value={`begin ${each.name}`}
                    name={each.name}
                    says={each.wants}
                    onSelect={run}
                  />
                ))}
              </Part>
              <Part title="Go to">
                {places.map((place) => (
                  <Line
                    key={place.path}
                    value={`place ${place.path}`}
                    name={place.name}
                    kind="place"
                    onSelect={run}
                  />
                ))}
                {things.map((each) => (
                  <Line
                    key={`${each.kind} ${each.path}`}
                    value={`${each.kind} ${each.path}`}
                    name={each.name}
                    says={each.says}
                    kind={KINDS[each.kind]}
                    onSelect={run}
                  />
                ))}
              </Part>
              <Part title="Quick sums" testId="completions">
                {completions.map((each) => (
                  <Line
                    key={each.name}
                    value={`sum ${each.name}`}
                    name={each.example}
                    says={each.says}
                    kind={each.rule}
                    onSelect={run}
                  />
                ))}
              </Part>
              {nothing ? (
                <p className="px-2 py-1 text-ink-2">
                  Nothing here is called that, and it is no sum and no cut.
                </p>
              ) : null}
            </Command.List>
          </Command>
        </Primitive.Content>
      </Primitive.Portal>
    </Primitive.Root>
  );
}

/** A group of the list, where it has lines. */
function Part({
  title,
  testId,
  children,
}: {
  title: string;
  testId?: string;
  children: ReactNode[] | ReactNode[][];
}) {
  return children.flat().length > 0 ? (
    <Command.Group
      heading={<span className="label block px-2 pt-2 pb-0.5">{title}</span>}
      data-testid={testId}
    >
      {children}
    </Command.Group>
  ) : null;
}

interface LineProps {
  value: string;
  name: string;
  says?: string;
  kind?: string;
  onSelect: (value: string) => void;
}

function Line({ value, name, says = "", kind = "", onSelect }: LineProps) {
  return (
    <Command.Item
      value={value}
      className={`${ITEM} flex flex-wrap items-baseline gap-x-3`}
      onSelect={onSelect}
    >
      <span className="font-semibold">
        <Words text={name} />
      </span>
      <span className="min-w-0 flex-1 truncate text-ink-2">
        <Words text={says} />
      </span>
      <span className="text-note text-ink-2">{kind}</span>
    </Command.Item>
  );
}
