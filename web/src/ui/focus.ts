import { useCallback } from "react";

/** When something closes, the focus goes back to what opened it, unless the person has moved on already. */
export function keepMovedFocus(event: Event): void {
  const active = document.activeElement;
  if (active instanceof HTMLElement && active !== document.body) event.preventDefault();
}

/** What opens puts the focus into its first field, where it has one: typing can begin at once. */
export function intoTheFirstField(event: Event): void {
  const box = event.target;
  const field =
    box instanceof HTMLElement
      ? box.querySelector<HTMLElement>("input:not([type=checkbox]), select, textarea")
      : null;
  if (!field) return;
  event.preventDefault();
  field.focus();
}

/** A form that is opened for the sake of one field begins there. */
export const useFirstField = (name: string | null) =>
  useCallback(
    (form: HTMLFormElement | null) => {
      const field = name ? form?.querySelector<HTMLElement>(`[data-field="${CSS.escape(name)}"]`) : null;
      field?.scrollIntoView({ block: "center" });
      field?.focus();
    },
    [name],
  );
