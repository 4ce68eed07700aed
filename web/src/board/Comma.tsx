/** What a sentence says, with the comma after it, which never begins a line. */
export function Comma({ children, on = true }: { children: React.ReactNode; on?: boolean }) {
  return (
    <span className="inline-flex items-start">
      {children}
      {on ? <span>,</span> : null}
    </span>
  );
}
