interface ChoiceProps<Value extends string> {
  label: string;
  value: Value;
  /** What can be chosen, by value, in the order in which it is offered. */
  options: Readonly<Partial<Record<Value, string>>>;
  disabled?: boolean;
  /** Within a sentence, without a frame of its own. */
  inSentence?: boolean;
  onChoose(value: Value): void;
}

/** One of a few things, chosen where it is read. */
export function Choice<Value extends string>({
  label,
  value,
  options,
  disabled,
  inSentence,
  onChoose,
}: ChoiceProps<Value>) {
  return (
    <select
      className={inSentence ? 'choice-value' : 'field py-0.5'}
      aria-label={label}
      disabled={disabled}
      value={value}
      onChange={(event) => onChoose(event.target.value as Value)}
    >
      {(Object.entries(options) as [Value, string][]).map(([one, title]) => (
        <option key={one} value={one}>
          {title}
        </option>
      ))}
    </select>
  );
}
