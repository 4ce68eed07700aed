/** How each role of a drawing looks: one colour and one pattern, the same in every view. */
import type { View } from "../api/client";

export type Role = View["outlines"][number]["role"];

export const STROKE: Record<Role, string> = {
  work: "stroke-ink",
  waste: "stroke-cut",
  pass: "stroke-cut",
  bit: "stroke-cut",
  guide: "stroke-guide",
  spacer: "stroke-guide",
  base: "stroke-ink-2",
  clamp: "stroke-bench",
  backer: "stroke-ink-2",
  path: "stroke-cut",
  hazard: "stroke-hazard",
  lifts: "stroke-hazard",
  opening: "stroke-ink",
  bearing: "stroke-guide",
  sweep: "stroke-ink-2",
  stop: "stroke-guide",
  template: "stroke-guide",
  aid: "stroke-ink-2",
};
export const FILL: Record<Role, string> = {
  work: "var(--work)",
  waste: "url(#waste)",
  pass: "url(#pass)",
  bit: "none",
  guide: "var(--guide-soft)",
  spacer: "var(--guide)",
  base: "color-mix(in srgb, var(--paper) 45%, transparent)",
  clamp: "var(--clamp)",
  backer: "url(#backer)",
  path: "none",
  hazard: "url(#hazard)",
  lifts: "url(#hazard)",
  opening: "var(--bench)",
  bearing: "var(--guide-soft)",
  sweep: "none",
  stop: "var(--guide-soft)",
  template: "none",
  aid: "color-mix(in srgb, var(--clamp) 28%, var(--paper))",
};

/** The patterns that the fills refer to; `id` keeps those of two drawings apart. */
export function Patterns({ id }: { id: string }) {
  return (
    <defs>
      <pattern
        id={`${id}waste`}
        width="7"
        height="7"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <rect width="7" height="7" fill="var(--paper)" opacity="0.5" />
        <path d="M0 0V7" stroke="var(--cut)" strokeWidth="1.6" />
      </pattern>
      <pattern
        id={`${id}pass`}
        width="7"
        height="7"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <rect width="7" height="7" fill="var(--cut-soft)" />
        <path d="M0 0V7" stroke="var(--cut)" strokeWidth="0.8" opacity="0.55" />
      </pattern>
      <pattern
        id={`${id}backer`}
        width="9"
        height="9"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(-30)"
      >
        <rect width="9" height="9" fill="var(--paper)" />
        <path d="M0 0V9" stroke="var(--work-line)" strokeWidth="2.4" />
      </pattern>
      <pattern
        id={`${id}hazard`}
        width="12"
        height="12"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(-45)"
      >
        <rect width="12" height="12" fill="var(--hazard-soft)" />
        <path d="M3 0V12" stroke="var(--hazard)" strokeWidth="5" />
      </pattern>
      <pattern id={`${id}grain`} width="160" height="26" patternUnits="userSpaceOnUse">
        <path
          d="M0 7C50 4 110 10 160 7M0 20C60 23 100 17 160 20"
          stroke="var(--work-line)"
          strokeWidth="1"
          fill="none"
          opacity="0.7"
        />
      </pattern>
    </defs>
  );
}

/** A fill whose pattern is the one of this drawing. */
export const local = (fill: string, id: string) => fill.replace("url(#", `url(#${id}`);
