/** When something closes, the focus goes back to what opened it, unless the person has moved on already. */
export function keepMovedFocus(event: Event): void {
  const active = document.activeElement;
  if (active instanceof HTMLElement && active !== document.body) event.preventDefault();
}
