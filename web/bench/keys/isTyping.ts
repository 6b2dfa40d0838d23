const typingRoles = ['slider', 'menu', 'menuitem', 'listbox', 'radio'];

/** True where keys belong to a field that is being typed in or stepped, not to the sheet. */
export function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  return (
    target.isContentEditable ||
    ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName) ||
    typingRoles.includes(target.getAttribute('role') ?? '')
  );
}
