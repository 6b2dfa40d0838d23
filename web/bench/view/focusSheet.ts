/** Brings the focus to the sheet where nothing has it: what had it is gone. */
export function focusSheet(): void {
  if (document.activeElement === null || document.activeElement === document.body)
    document.querySelector<HTMLElement>('[data-sheet]')?.focus({ preventScroll: true });
}
