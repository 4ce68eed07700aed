interface Props {
  label: string;
  disabled?: boolean;
  onClick: () => void;
  children: React.ReactNode;
}

/** A button that shows a sign; its words are read aloud, and shown where a mouse rests on it. */
export function IconButton({ label, disabled, onClick, children }: Props) {
  return (
    <button
      type="button"
      className="inline-flex size-9 items-center justify-center rounded hover:bg-paper"
      aria-label={label}
      title={label}
      disabled={disabled ?? false}
      onClick={onClick}
    >
      {children}
    </button>
  );
}
