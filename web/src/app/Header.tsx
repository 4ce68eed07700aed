import { DropdownMenu } from "radix-ui";
import { useState } from "react";
import { useNavigate } from "react-router";
import { PAPERS, slipAddress } from "../api/addresses";
import type { JobView, Unit } from "../api/client";
import { RunButton } from "../run/RunButton";
import { useCommand } from "./commands";
import { Ask, KeysButton, Mark, Places, ThemeButton, UnitSwitch } from "./Place";
import type { ShortcutName } from "./shortcuts";
import { UndoButtons } from "./undo";

interface Props {
  shopName: string;
  job: JobView;
  jobs: readonly { id: string; name: string }[];
  unit: Unit;
  saving: string;
  stopped: boolean;
  cutId: string | null;
  /** Which state of it is shown. */
  cutVersion: number;
  cutName: string | null;
  onRun: (name: ShortcutName) => void;
}

const SAVING: Record<string, string> = {
  saved: "Saved",
  waiting: "Saving …",
  saving: "Saving …",
  refused: "Not saved: a field is marked",
  offline: "Not saved yet: no answer",
  conflict: "Not saved: changed elsewhere",
};

/** Why nothing can be printed now. */
function whyNot(saving: string, stopped: boolean): string | undefined {
  if (stopped) return "A stop stands: it is run and printed when it may be cut";
  return saving === "saved" ? undefined : "What is run and printed is what is saved; wait for that first";
}

export function Header(props: Props) {
  const { job, jobs, unit, saving, onRun } = props;
  const navigate = useNavigate();
  const [printing, setPrinting] = useState(false);
  const printable = Boolean(props.cutId) && saving === "saved" && !props.stopped;
  useCommand("print", () => setPrinting(true), printable);
  return (
    <header className="flex flex-wrap items-center gap-x-1.5 gap-y-1 border-b-2 lg:gap-x-2 2xl:gap-x-3 border-ink bg-bench px-3 py-1.5 lg:h-[54px] lg:flex-nowrap">
      <h1 className="sr-only">
        {job.name}
        {props.cutName ? `: ${props.cutName}` : ""}
      </h1>
      <Mark />
      <DropdownMenu.Root modal={false}>
        <DropdownMenu.Trigger className="truncate text-left leading-tight" data-testid="job-menu">
          <span className="block text-body font-semibold">{job.name}</span>
          <span className="block text-note text-ink-2">{props.shopName}</span>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal container={document.getElementById("floating")}>
          <DropdownMenu.Content className="floating min-w-56 p-1" align="start" sideOffset={6}>
            <DropdownMenu.Item
              className="menu-item font-semibold"
              onSelect={() => void navigate(`/jobs/${job.id}/page`)}
            >
              The page of this job
            </DropdownMenu.Item>
            <DropdownMenu.Item
              className="menu-item rounded-b-none border-b border-rule font-semibold"
              onSelect={() => void navigate("/jobs")}
            >
              All jobs
            </DropdownMenu.Item>
            {jobs.map((each) => (
              <DropdownMenu.Item
                key={each.id}
                className="menu-item"
                onSelect={() => void navigate(`/jobs/${each.id}`)}
              >
                {each.name}
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <span className="max-lg:order-last max-lg:w-full">
        <Places />
      </span>
      <span
        className="ml-auto text-right text-note leading-tight text-ink-2"
        role="status"
        data-testid="saving"
        data-state={saving}
      >
        {SAVING[saving]}
      </span>
      <UndoButtons />
      <Ask onClick={() => onRun("palette")} />
      <UnitSwitch unit={unit} onSwitch={() => onRun("unit")} />
      <ThemeButton />
      <KeysButton onClick={() => onRun("help")} />
      <RunButton cutId={props.cutId} disabled={!printable} why={whyNot(saving, props.stopped)} />
      <DropdownMenu.Root modal={false} open={printing} onOpenChange={setPrinting}>
        <DropdownMenu.Trigger
          className="button"
          disabled={!printable}
          title={whyNot(saving, props.stopped)}
          data-testid="print"
        >
          Print<span className="max-2xl:hidden"> slip</span>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal container={document.getElementById("floating")}>
          <DropdownMenu.Content className="floating min-w-40 p-1" align="end" sideOffset={6}>
            {PAPERS.map((paper) => (
              <DropdownMenu.Item key={paper.says} asChild className="menu-item">
                <a
                  href={props.cutId ? slipAddress(props.cutId, props.cutVersion, paper, unit) : "#"}
                  target="_blank"
                  rel="noreferrer"
                >
                  PDF, {paper.says}
                </a>
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </header>
  );
}
