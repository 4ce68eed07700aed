/** What keys and buttons can do where they are: a part of the page offers a command while it is shown. */
import { useEffect, useEffectEvent } from "react";
import type { ShortcutName } from "./shortcuts";

type Command = (key: string) => void;
/** What can be done by a key, and what other parts of the page ask for. */
type CommandName = ShortcutName | "change-piece" | "look-round";

const offered = new Map<CommandName, Command>();

/** Offers a command for as long as the part of the page is shown and can do it. */
export function useCommand(name: CommandName, run: Command, able = true): void {
  const latest = useEffectEvent(run);
  useEffect(() => {
    if (!able) return;
    const command: Command = (key) => latest(key);
    offered.set(name, command);
    return () => {
      if (offered.get(name) === command) offered.delete(name);
    };
  }, [name, able]);
}

/** Does what a command asks, where some part of the page offers it. */
export const runCommand = (name: CommandName, key: string): void => offered.get(name)?.(key);
