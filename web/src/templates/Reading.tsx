import { useEffect, useState } from "react";

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
      <progress className="h-2 flex-1" aria-label="Reading the drawing" />
      Reading the drawing, {seconds} s
    </p>
  );
}
