/** While nothing is there to be shown yet; after a moment it says why. */
export function Waiting({ reason }: { reason: string | null }) {
  return (
    <main
      className="flex min-h-dvh flex-col items-center justify-center gap-3 p-6 text-center"
      data-testid="waiting"
    >
      <svg width="84" height="44" viewBox="0 0 84 44" aria-hidden className={reason ? "" : "animate-pulse"}>
        <path d="M2 10h24v24h32V10h24" fill="none" className="stroke-cut" strokeWidth="5" />
      </svg>
      {reason ? (
        <>
          <h1 className="text-title font-bold">Waiting for the shop</h1>
          <p role="alert" className="max-w-md">
            {reason}
          </p>
        </>
      ) : (
        <p className="text-ink-2">Laying out the tools …</p>
      )}
    </main>
  );
}
