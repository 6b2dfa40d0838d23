interface ScaleProps {
  label: string;
  value: number;
  shown: string;
  /** The value at the right end of the bar. */
  full: number;
  /** Limits drawn in; below the first that is not reached the bar turns to a warning. */
  limits?: { at: number; name: string }[];
  good?: boolean;
}

/** One measured value as a bar with its limits. */
export function Scale({ label, value, shown, full, limits = [], good = true }: ScaleProps) {
  const part = (number: number): number => Math.min(100, Math.max(0, (number / full) * 100));
  return (
    <div className="mb-2">
      <div className="flex justify-between gap-2">
        <span className="truncate">{label}</span>
        <span className={good ? 'font-semibold' : 'font-semibold text-ochre'}>{shown}</span>
      </div>
      <div
        className="relative mt-0.5 h-2 bg-desk"
        role="meter"
        aria-label={label}
        aria-valuenow={value}
        aria-valuetext={shown}
      >
        <div className={`h-full ${good ? 'bg-verdigris' : 'bg-ochre'}`} style={{ width: `${part(value)}%` }} />
        {limits.map((limit) => (
          <div
            key={limit.name}
            title={limit.name}
            className="absolute -top-0.5 h-3 w-px bg-ink"
            style={{ left: `${part(limit.at)}%` }}
          />
        ))}
      </div>
    </div>
  );
}
