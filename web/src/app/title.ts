/** The title of the page in the browser: what is shown, then the application. */
import { useEffect } from "react";

export function useTitle(shown: string): void {
  useEffect(() => {
    document.title = `${shown} · Ranura`;
  }, [shown]);
}
