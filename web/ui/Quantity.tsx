import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';

interface QuantityProps {
  /** What the value is, for screen readers and the tooltip. */
  label: string;
  value: number;
  unit?: string;
  /** One arrow step; also one px of scrubbing. */
  step?: number;
  min?: number;
  max?: number;
  digits?: number;
  disabled?: boolean;
  /** While scrubbing; without it the value changes only at the end. */
  onDraft?(value: number): void;
  onCommit(value: number): void;
  /** Arrow steps; they are kept after a pause. */
  onStep?(value: number): void;
}

/** Typing goes on in a field that has just appeared. */
const focusAtOnce = (field: HTMLInputElement | null): void => field?.focus();

/**
 * A value in a sentence: click or Enter to type it, drag sideways to scrub, arrow keys step (with Shift by ten). Digits
 * are not taken: they open lines of the ticket wherever the focus is.
 */
export function Quantity({
  label,
  value,
  unit = '',
  step = 1,
  min = -Infinity,
  max = Infinity,
  digits = 0,
  disabled,
  onDraft,
  onCommit,
  onStep,
}: QuantityProps) {
  const [typing, setTyping] = useState<string | null>(null);
  const field = useRef<HTMLSpanElement>(null);
  /** Typing has ended by a key: the focus comes back to the value. */
  const comesBack = useRef(false);
  useEffect(() => {
    if (typing !== null || !comesBack.current) return;
    comesBack.current = false;
    field.current?.focus();
  }, [typing]);
  const scrub = useRef<{ x: number; from: number; moved: boolean; at: number; focused: Element | null } | null>(null);
  const bounded = (number: number): number => Number(Math.min(max, Math.max(min, number)).toFixed(Math.max(digits, 4)));
  const shown = `${value.toFixed(digits)}${unit === '°' ? unit : unit && `\u00a0${unit}`}`;

  if (typing !== null) {
    const finish = (keep: boolean): void => {
      setTyping(null);
      const number = Number(typing.replace(',', '.').replace(/[^\d.+-]/g, ''));
      if (keep && typing.trim() !== '' && Number.isFinite(number) && bounded(number) !== value)
        onCommit(bounded(number));
    };
    return (
      <input
        className="w-20 rounded-sheet border border-iron bg-white px-1"
        aria-label={label}
        ref={focusAtOnce}
        value={typing}
        onFocus={(event) => event.target.select()}
        onChange={(event) => setTyping(event.target.value)}
        onBlur={() => finish(true)}
        onKeyDown={(event) => {
          event.stopPropagation();
          comesBack.current = event.key === 'Enter' || event.key === 'Escape';
          if (event.key === 'Enter') finish(true);
          else if (event.key === 'Escape') finish(false);
        }}
      />
    );
  }

  const down = (event: PointerEvent<HTMLSpanElement>): void => {
    if (disabled || event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const focused = document.activeElement;
    scrub.current = { x: event.clientX, from: value, moved: false, at: value, focused };
  };
  const move = (event: PointerEvent): void => {
    const state = scrub.current;
    if (!state) return;
    const distance = event.clientX - state.x;
    if (!state.moved && Math.abs(distance) < 3) return;
    state.moved = true;
    state.at = bounded(state.from + Math.round(distance) * step * (event.shiftKey ? 10 : 1));
    onDraft?.(state.at);
  };
  const up = (): void => {
    const state = scrub.current;
    scrub.current = null;
    if (!state) return;
    if (!state.moved) return setTyping(value.toFixed(digits));
    onCommit(state.at);
    // Scrubbing is no stay: the keys go on where they were.
    if (state.focused instanceof HTMLElement && state.focused !== document.body) state.focused.focus();
    else field.current?.blur();
  };
  const key = (event: KeyboardEvent): void => {
    if (disabled) return;
    const direction = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[event.key];
    if (direction) {
      event.preventDefault();
      event.stopPropagation();
      (onStep ?? onCommit)(bounded(value + direction * step * (event.shiftKey ? 10 : 1)));
    } else if (event.key === 'Enter') {
      event.preventDefault();
      event.stopPropagation();
      setTyping(value.toFixed(digits));
    }
  };
  return (
    <span
      ref={field}
      className="value"
      role="spinbutton"
      tabIndex={disabled ? -1 : 0}
      aria-label={label}
      aria-valuenow={value}
      aria-valuetext={shown}
      aria-disabled={disabled}
      title={`${label}: click or Enter to type, drag sideways, or use the arrow keys`}
      onPointerDown={down}
      onPointerMove={move}
      onPointerUp={up}
      onPointerCancel={up}
      onKeyDown={key}
    >
      {shown}
    </span>
  );
}
