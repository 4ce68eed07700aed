import { useEffect, useState } from "react";

/** Seconds that the server gives a drawing before it is refused. */
const AT_MOST = 15;

/** That a drawing is being read, and how long already: a large one takes its time. */
export function Reading() {
  const [seconds, setSeconds] = useState(0);
  useEffect(() => {
    const clock = window.setInterval(() => setSeconds((now) => now + 1), 1000);
    return () => window.clearInterval(clock);
  }, []);
  if (seconds === 0) return null;
  return (
    <p role="status" className="flex items-center gap-2 text-small text-ink-2" data-testid="reading-drawing">
      <progress className="h-2 flex-1" value={seconds} max={AT_MOST} aria-label="Reading the drawing" />
      Reading the drawing, {seconds} s of at most {AT_MOST}
    </p>
  );
}
