/** The frame of a place beside the cuts: the drawer, the bench, the house rules. */
import { Moon, Search, Sun } from "lucide-react";
import { lazy, Suspense, useEffect, useState } from "react";
import { Link, useLocation, useNavigate } from "react-router";
import type { Unit } from "../api/client";
import { runCommand } from "./commands";
import { IconButton } from "./IconButton";
import { Keys } from "./Keys";
import { lastJob } from "./lastJob";
import { PLACES } from "./places";
import { isCovered, isTyping, shortcutFor } from "./shortcuts";
import { useTheme } from "./theme";
import { useTitle } from "./title";
import { history, UndoButtons } from "./undo";

const palette = () => import("./Palette").then((module) => ({ default: module.Palette }));
const Palette = lazy(palette);

export function Mark() {
  return (
    <Link
      to="/"
      className="flex items-center gap-2 text-title font-[760] tracking-tight"
      aria-label="Ranura, the cuts"
    >
      <svg width="34" height="20" viewBox="0 0 34 20" aria-hidden>
        <path d="M1 5h9v11h14V5h9" fill="none" className="stroke-cut" strokeWidth="3.4" />
      </svg>
      ranura
    </Link>
  );
}

/** The first thing that Tab reaches: past the header, to what is shown. */
export function SkipLink() {
  return (
    <a
      href="#main"
      className="sr-only focus:not-sr-only focus:absolute focus:top-1 focus:left-1 focus:z-50 focus:rounded focus:bg-paper focus:px-3 focus:py-2"
    >
      Skip to the content
    </a>
  );
}

/** Whether a place is the one that is shown: a job's own page is of the jobs, its cuts are not. */
function isAt(here: string, path: string): boolean {
  if (path === "/") return here === "/" || /^\/jobs\/[^/]+(\/cuts\/|\/?$)/.test(here);
  if (path === "/jobs") return here === path || here.endsWith("/page") || here.includes("/joints/");
  return here === path || here.startsWith(`${path}/`);
}

/** The ways to the other places. */
export function Places() {
  const here = useLocation().pathname;
  return (
    <nav aria-label="Places" className="flex flex-wrap gap-0.5 lg:flex-nowrap lg:gap-0">
      {PLACES.map((place) => {
        const current = isAt(here, place.path);
        return (
          <Link
            key={place.path}
            to={place.path}
            aria-current={current ? "page" : undefined}
            className={`rounded px-2 py-1.5 text-small font-semibold whitespace-nowrap hover:bg-paper lg:px-1.5 2xl:px-2.5 ${current ? "border-b-[3px] border-cut rounded-b-none" : "text-ink-2"}`}
          >
            {place.name}
          </Link>
        );
      })}
    </nav>
  );
}

export function UnitSwitch({ unit, onSwitch }: { unit: Unit; onSwitch: () => void }) {
  return (
    <fieldset className="flex overflow-hidden rounded border border-rule" aria-label="Unit">
      {(["mm", "in"] as const).map((each) => (
        <button
          key={each}
          type="button"
          aria-pressed={unit === each}
          data-testid={`unit-${each}`}
          className={`min-h-[36px] px-3 text-small font-semibold ${unit === each ? "bg-ink text-bench" : "bg-paper"}`}
          onClick={() => unit !== each && onSwitch()}
        >
          {each === "mm" ? "mm" : "inch"}
        </button>
      ))}
    </fieldset>
  );
}

export function ThemeButton() {
  const { theme, toggle } = useTheme();
  return (
    <IconButton label={theme === "dark" ? "Light" : "Dark"} onClick={toggle}>
      {theme === "dark" ? <Sun size={19} aria-hidden /> : <Moon size={19} aria-hidden />}
    </IconButton>
  );
}

/** The way to the line that takes anything: in words where there is room, as a sign elsewhere. */
export function Ask({ onClick }: { onClick: () => void }) {
  return (
    <button
      type="button"
      className="button whitespace-nowrap max-lg:border-0 max-lg:bg-transparent max-lg:px-2"
      aria-label="Find or add, or work out"
      onClick={onClick}
      data-testid="palette"
    >
      <Search size={19} aria-hidden className="lg:hidden" />
      <span className="max-lg:hidden">Find or add</span>
    </button>
  );
}

export function KeysButton({ onClick }: { onClick: () => void }) {
  return (
    <IconButton label="Keys" onClick={onClick}>
      <span className="text-strong font-bold">?</span>
    </IconButton>
  );
}

/** Goes to the part of a place that the address names, as soon as it is there, and gives it the focus. */
function useArrival() {
  const part = decodeURIComponent(useLocation().hash.slice(1));
  useEffect(() => {
    if (!part) return;
    const go = () => {
      const found = document.getElementById(part);
      found?.scrollIntoView({ block: "center" });
      found?.focus({ preventScroll: true });
      return found !== null;
    };
    if (go()) return;
    const watching = new MutationObserver(() => go() && watching.disconnect());
    watching.observe(document.body, { childList: true, subtree: true });
    return () => watching.disconnect();
  }, [part]);
}

/** Stands for a dialog until it has come, so that what is typed meanwhile is no shortcut of the page. */
export function Coming() {
  return <div role="dialog" aria-label="Opening" aria-busy className="sr-only" />;
}

interface Props {
  title: string;
  shopName: string;
  unit: Unit;
  onSwitch: () => void;
  children: React.ReactNode;
}

/** What only some places can do. */
const HERE: ReadonlySet<string> = new Set([
  "find-bits",
  "add-bit",
  "round-corners",
  "measure",
  "move-corners",
  "fibres",
]);

export function Place({ title, shopName, unit, onSwitch, children }: Props) {
  const navigate = useNavigate();
  const [asking, setAsking] = useState(false);
  const [keys, setKeys] = useState(false);
  useTitle(title);
  useArrival();
  useEffect(() => {
    void palette();
  }, []);
  const here = title === "Drawer" ? "drawer" : title === "Templates" ? "templates" : "everywhere";
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const name = isCovered() ? null : shortcutFor(event, isTyping(event.target), here);
      if (name === "drawer" || name === "bench" || name === "rules" || name === "templates" || name === "log")
        void navigate(`/${name}`);
      else if (name === "jobs") void navigate("/jobs");
      else if (name === "cuts") void navigate("/");
      else if (name === "help") setKeys(true);
      else if (name && HERE.has(name)) runCommand(name, event.key);
      else if (name === "undo") void history.undo();
      else if (name === "redo") void history.redo();
      else if (name === "palette") setAsking(true);
      else return;
      event.preventDefault();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [here, navigate]);
  return (
    <div className="flex min-h-dvh flex-col lg:h-dvh">
      <SkipLink />
      <header className="flex flex-wrap items-center gap-x-2 gap-y-1 border-b-2 border-ink bg-bench px-3 py-1.5 lg:h-[54px] lg:flex-nowrap lg:gap-x-4">
        <Mark />
        <h1 className="sr-only">{title}</h1>
        <span className="max-lg:order-3 max-lg:w-full">
          <Places />
        </span>
        <span className="ml-auto text-small text-ink-2 max-sm:hidden">{shopName}</span>
        <UndoButtons />
        <Ask onClick={() => setAsking(true)} />
        <KeysButton onClick={() => setKeys(true)} />
        <span className="max-lg:ml-auto">
          <UnitSwitch unit={unit} onSwitch={onSwitch} />
        </span>
        <ThemeButton />
      </header>
      <div id="main" tabIndex={-1} className="contents">
        {children}
      </div>
      {keys ? <Keys here={here} onClose={() => setKeys(false)} /> : null}
      {asking ? (
        <Suspense fallback={<Coming />}>
          <Palette unit={unit} jobId={lastJob.id()} pieceId={null} onClose={() => setAsking(false)} />
        </Suspense>
      ) : null}
    </div>
  );
}
