import { useEffect, useRef, type RefObject } from 'react';
import { zoomedAt, type View } from './viewport';

type Place = [number, number];

/** The view after two fingers have moved: what lay under them stays under them. */
export function viewUnder(view: View, [a, b]: [Place, Place], [c, d]: [Place, Place]): View {
  const spread = (p: Place, q: Place): number => Math.max(1, Math.hypot(p[0] - q[0], p[1] - q[1]));
  const between = (p: Place, q: Place): Place => [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2];
  const [from, to] = [between(a, b), between(c, d)];
  const zoomed = zoomedAt(view, from, (view.zoom * spread(c, d)) / spread(a, b));
  return { ...zoomed, x: zoomed.x + to[0] - from[0], y: zoomed.y + to[1] - from[1] };
}

/** Two fingers on the sheet zoom and move it; what the first of them had begun to draw is given up. One is the tool. */
export function useFingers(
  mat: RefObject<HTMLDivElement | null>,
  shown: View | null,
  setView: (view: View) => void,
): void {
  const latest = useRef(shown);
  useEffect(() => {
    latest.current = shown;
  });
  useEffect(() => {
    const element = mat.current!;
    const fingers = new Map<number, { at: Place; target: EventTarget | null }>();
    /** The view and the fingers when the second one came down; both stay away from tools until all are up. */
    let begun: { view: View; places: [Place, Place] } | null = null;
    let isGesture = false;
    const placeOf = (event: PointerEvent): Place => {
      const box = element.getBoundingClientRect();
      return [event.clientX - box.left, event.clientY - box.top];
    };
    const places = (): [Place, Place] => {
      const [a, b] = [...fingers.values()].map(({ at }) => at);
      return [a, b];
    };
    const down = (event: PointerEvent): void => {
      if (event.pointerType !== 'touch') return;
      fingers.set(event.pointerId, { at: placeOf(event), target: event.target });
      if (fingers.size < 2 && !isGesture) return;
      event.stopPropagation();
      if (!isGesture)
        for (const [pointerId, { target }] of fingers)
          if (pointerId !== event.pointerId)
            target?.dispatchEvent(
              new PointerEvent('pointercancel', { pointerId, pointerType: 'touch', bubbles: true }),
            );
      isGesture = true;
      begun = fingers.size === 2 && latest.current ? { view: latest.current, places: places() } : null;
    };
    const move = (event: PointerEvent): void => {
      const finger = fingers.get(event.pointerId);
      if (!finger) return;
      finger.at = placeOf(event);
      if (!isGesture) return;
      event.stopPropagation();
      if (begun && fingers.size === 2) setView(viewUnder(begun.view, begun.places, places()));
    };
    const up = (event: PointerEvent): void => {
      // The end of the first finger's own work is told to its tool.
      if (!event.isTrusted && event.type === 'pointercancel') return;
      if (!fingers.delete(event.pointerId)) return;
      if (isGesture) event.stopPropagation();
      begun = null;
      if (fingers.size === 0) isGesture = false;
    };
    const kinds = [
      ['pointerdown', down],
      ['pointermove', move],
      ['pointerup', up],
      ['pointercancel', up],
    ] as const;
    for (const [kind, act] of kinds) element.addEventListener(kind, act, { capture: true });
    return () => {
      for (const [kind, act] of kinds) element.removeEventListener(kind, act, { capture: true });
    };
  }, [mat, setView]);
}
