import { useEffect, useRef } from 'react';

/** True where keys belong to a field that is being typed in or stepped, not to the sheet. */
export function isTyping(target: EventTarget | null): boolean {
  const element = target instanceof HTMLElement ? target : null;
  return (
    !!element &&
    (element.isContentEditable ||
      ['INPUT', 'TEXTAREA', 'SELECT'].includes(element.tagName) ||
      ['spinbutton', 'slider', 'menu', 'menuitem', 'listbox', 'radio'].includes(element.getAttribute('role') ?? ''))
  );
}

/** Arrow keys move what the open line holds: by 1 px of the sheet, with Shift by 10. */
export function useNudge(nudge: (dx: number, dy: number) => void): void {
  const latest = useRef(nudge);
  useEffect(() => {
    latest.current = nudge;
  });
  useEffect(() => {
    const key = (event: KeyboardEvent): void => {
      if (isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
      const step = event.shiftKey ? 10 : 1;
      const move = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] }[
        event.key
      ];
      if (!move) return;
      event.preventDefault();
      latest.current(move[0], move[1]);
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, []);
}
