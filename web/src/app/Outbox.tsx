/** Sends what was typed and could not be kept, as soon as the server takes it: at the start, and every few seconds while any waits. */
import { useEffect } from "react";
import { useRefresh } from "../api/queries";
import { editors } from "../board/editors";
import { sayOpen, sendUnsaved } from "../board/unsaved";

const EVERY_MS = 5_000;

export function Outbox() {
  const refresh = useRefresh();
  useEffect(() => {
    const send = async () => {
      if (await sendUnsaved((id) => editors.has(id))) await refresh();
    };
    sayOpen();
    void send();
    const timer = setInterval(() => void send(), EVERY_MS);
    return () => clearInterval(timer);
  }, [refresh]);
  return null;
}
