import { useRef, type KeyboardEvent, type PointerEvent, type ReactNode } from 'react';
import type { Edit } from '../../../core/piece/edits/edit';
import { useBench } from '../benchContext';
import { editing } from '../editing';
import { arrows } from '../keys/arrows';

interface ChartHandleProps {
  label: string;
  /** Where it stands, 0..1 from the left and from the bottom. */
  at: readonly [number, number];
  says: string;
  undoLabel: string;
  edit(x: number, y: number): Edit;
  onChoose?(): void;
  onRemove?(): void;
  children: ReactNode;
}

/** One of 255 steps by an arrow, ten with Shift. */
const step = 1 / 255;
const within = (value: number): number => Math.min(1, Math.max(0, value));

/** Something in a chart that is dragged, or moved by the arrows; the chart is its `svg`. */
export function ChartHandle({ label, at, says, undoLabel, edit, onChoose, onRemove, children }: ChartHandleProps) {
  const { mayChange } = useBench();
  const held = useRef<Edit | null>(null);
  const isHeld = useRef(false);
  const placeOf = ({ clientX, clientY, currentTarget }: PointerEvent<SVGGElement>): [number, number] => {
    const box = currentTarget.ownerSVGElement!.getBoundingClientRect();
    return [within((clientX - box.left) / box.width), within(1 - (clientY - box.top) / box.height)];
  };
  const finish = (): void => {
    const last = held.current;
    isHeld.current = false;
    held.current = null;
    if (last) void editing.commit(undoLabel, last);
  };
  const onKeyDown = (event: KeyboardEvent<SVGGElement>): void => {
    const direction = arrows[event.key];
    if (event.key === 'Delete' && onRemove) {
      event.preventDefault();
      onRemove();
    }
    if (event.key === 'Escape' && isHeld.current) {
      event.preventDefault();
      isHeld.current = false;
      held.current = null;
      editing.cancelDraft();
    }
    if (!direction || event.ctrlKey || event.metaKey || event.altKey) return;
    event.preventDefault();
    event.stopPropagation();
    const by = step * (event.shiftKey ? 10 : 1);
    const to = [within(at[0] + direction[0] * by), within(at[1] - direction[1] * by)] as const;
    void editing.soon(undoLabel, label, label, edit(...to));
  };
  return (
    <g
      role="slider"
      tabIndex={mayChange ? 0 : -1}
      aria-label={label}
      aria-valuenow={Math.round(at[0] * 255)}
      aria-valuemin={0}
      aria-valuemax={255}
      aria-valuetext={says}
      aria-disabled={!mayChange}
      className="chart-handle"
      onKeyDown={mayChange ? onKeyDown : undefined}
      onFocus={onChoose}
      onPointerDown={(event) => {
        if (!mayChange || event.button !== 0) return;
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        isHeld.current = true;
        onChoose?.();
      }}
      onPointerMove={(event) => {
        if (!isHeld.current) return;
        const next = edit(...placeOf(event));
        held.current = next;
        editing.draft(next);
      }}
      onPointerUp={finish}
      onPointerCancel={() => {
        isHeld.current = false;
        held.current = null;
        editing.cancelDraft();
      }}
    >
      <title>{says}</title>
      {children}
    </g>
  );
}
