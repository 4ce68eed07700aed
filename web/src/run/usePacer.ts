/** The pacer: a light that goes along the planned way at the planned pace, and a click in the ear for every second of it. */
import { useEffect, useEffectEvent, useMemo, useState } from "react";
import type { DryRun } from "../api/client";
import { endsOf, momentOf, type Step, stepAt } from "../board/timeline";

let ear: AudioContext | null = null;

function click(high: boolean) {
  ear ??= new AudioContext();
  const [tone, loud] = [ear.createOscillator(), ear.createGain()];
  tone.frequency.value = high ? 1760 : 1175;
  loud.gain.setValueAtTime(0.35, ear.currentTime);
  loud.gain.exponentialRampToValueAtTime(0.001, ear.currentTime + 0.06);
  tone.connect(loud).connect(ear.destination);
  tone.start();
  tone.stop(ear.currentTime + 0.07);
}

/** Where the light is between two steps of a dry run, and what starts and stops it. */
export function usePacer(dry: DryRun, first: number, after: number) {
  const steps = useMemo(() => dry.steps.slice(first, after), [dry, first, after]);
  const ends = useMemo(() => endsOf(steps), [steps]);
  const whole = ends.at(-1) ?? 0;
  const [at, setAt] = useState(0);
  const [going, setGoing] = useState(false);
  const on = useEffectEvent((seconds: number) => {
    const next = Math.min(at + seconds, whole);
    if (Math.floor(next) > Math.floor(at)) click(false);
    setAt(next);
    if (next >= whole) {
      click(true);
      setGoing(false);
    }
  });
  useEffect(() => {
    if (!going) return;
    let last = performance.now();
    let frame = requestAnimationFrame(function tick(time) {
      on(Math.min(0.1, (time - last) / 1000));
      last = time;
      frame = requestAnimationFrame(tick);
    });
    return () => cancelAnimationFrame(frame);
  }, [going]);
  const now = stepAt(ends, at);
  const step = steps[now.index] as Step | undefined;
  const toggle = () => {
    if (!going && at >= whole - 1e-3) setAt(0);
    setGoing(!going);
  };
  return {
    index: first + now.index,
    moment: step ? momentOf(step, now.share) : null,
    seconds: whole,
    at,
    going,
    toggle,
  };
}
