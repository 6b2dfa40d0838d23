import { useEffect, useRef, type RefObject } from 'react';

/** Marks on which sides a row goes on beyond its edge, and lets an upright wheel move along it. */
export function useSoftEdges(): RefObject<HTMLElement | null> {
  const row = useRef<HTMLElement | null>(null);
  useEffect(() => {
    const element = row.current!;
    const mark = (): void => {
      const rest = element.scrollWidth - element.clientWidth - element.scrollLeft;
      element.dataset.more = [element.scrollLeft > 1 && 'left', rest > 1 && 'right'].filter(Boolean).join(' ');
    };
    const wheel = (event: WheelEvent): void => {
      if (element.scrollWidth <= element.clientWidth || Math.abs(event.deltaX) > Math.abs(event.deltaY)) return;
      element.scrollLeft += event.deltaY;
      event.preventDefault();
    };
    const watched = new ResizeObserver(mark);
    watched.observe(element);
    for (const child of element.children) watched.observe(child);
    element.addEventListener('scroll', mark, { passive: true });
    element.addEventListener('wheel', wheel, { passive: false });
    mark();
    return () => {
      watched.disconnect();
      element.removeEventListener('scroll', mark);
      element.removeEventListener('wheel', wheel);
    };
  }, []);
  return row;
}
