import type { PlateCoat } from '../../../core/coats/schema';
import { EditedValue } from '../EditedValue';
import type { CoatProps } from './coatProps';

/** How far the photograph is slipped out of register. */
export function PlateSettings({ coat, name, set }: CoatProps<PlateCoat>) {
  return (
    <p>
      The photo itself, slipped by{' '}
      <EditedValue
        label={`Slip across of ${name}`}
        value={coat.x}
        unit="px"
        min={-1e5}
        max={1e5}
        edit={(x) => set({ x })}
      />
      ,{' '}
      <EditedValue
        label={`Slip down of ${name}`}
        value={coat.y}
        unit="px"
        min={-1e5}
        max={1e5}
        edit={(y) => set({ y })}
      />
      .
    </p>
  );
}
