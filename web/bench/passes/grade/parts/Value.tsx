import { EditedValue } from '../../../EditedValue';
import type { Edit } from '../../../../../core/piece/edits/edit';

interface ValueProps {
  label: string;
  value: number;
  min: number;
  max: number;
  edit(value: number): Edit;
}

/** A fraction as a percentage; ends in percent. */
export const Percent = (props: ValueProps) => <EditedValue {...props} factor={100} unit="%" />;

/** A fraction as one of 255 steps. */
export const Tone = (props: Omit<ValueProps, 'min' | 'max'>) => (
  <EditedValue {...props} factor={255} min={0} max={255} />
);
