interface KeptTextProps {
  label: string;
  value: string;
  className: string;
  disabled?: boolean;
  maxLength?: number;
  /**
   * Takes what was typed, trimmed, where it is another. @returns false where it cannot be taken: then the value stands
   * there again
   */
  keep(typed: string): boolean | void;
  /** Enter was pressed: what was typed has been kept where it could be. */
  onEnter?(): void;
}

/** A short text that is kept on Enter, or when the field is left. */
export function KeptText({ label, value, className, disabled, maxLength, keep, onEnter }: KeptTextProps) {
  return (
    <input
      key={value}
      className={className}
      aria-label={label}
      defaultValue={value}
      maxLength={maxLength}
      disabled={disabled}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key !== 'Enter') return;
        event.currentTarget.blur();
        onEnter?.();
      }}
      onBlur={(event) => {
        const typed = event.target.value.trim();
        if (typed === value || keep(typed) === false) event.target.value = value;
      }}
    />
  );
}
