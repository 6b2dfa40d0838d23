import type { Lettering } from '../../../../core/piece/schema';
import { useBench } from '../../benchContext';
import { EditedValue } from '../../EditedValue';
import { editing } from '../../editing';
import { partEdit } from './edits';

export function MotionSentence({ lettering }: { lettering: Lettering }) {
  const { motion } = lettering.focus;
  if (!motion) return null;
  const set = partEdit(lettering, 'motion');
  return (
    <p className="leading-7">
      While the shutter is open they move by{' '}
      <EditedValue
        label="Length of the motion"
        value={motion.length}
        unit="px"
        min={0}
        max={2000}
        edit={(length) => set({ length })}
      />{' '}
      along{' '}
      <EditedValue
        label="Direction of the motion"
        value={motion.angle}
        unit="°"
        min={-360}
        max={360}
        edit={(angle) => set({ angle })}
      />
      .
    </p>
  );
}

const sigma = { digits: 2, step: 0.1, min: 0, max: 60 } as const;

export function GrainSentence({ lettering }: { lettering: Lettering }) {
  const { mayChange } = useBench();
  const { grain } = lettering.focus;
  if (!grain) return null;
  const set = partEdit(lettering, 'grain');
  return (
    <p className="leading-7">
      <EditedValue
        label="Strength of the grain"
        value={grain.strength}
        factor={100}
        unit="%"
        min={0}
        max={300}
        edit={(strength) => set({ strength })}
      />{' '}
      of <EditedValue {...sigma} label="Grain where it is dark" value={grain.dark} edit={(dark) => set({ dark })} />{' '}
      where it is dark,{' '}
      <EditedValue {...sigma} label="Grain of middle tones" value={grain.middle} edit={(middle) => set({ middle })} />{' '}
      in the middle and{' '}
      <EditedValue {...sigma} label="Grain where it is light" value={grain.light} edit={(light) => set({ light })} />{' '}
      where it is light, of 255 steps; grains{' '}
      <EditedValue
        label="Size of the grain"
        value={grain.size}
        unit="px"
        digits={2}
        step={0.05}
        min={0}
        max={20}
        edit={(size) => set({ size })}
      />{' '}
      large,{' '}
      <EditedValue
        label="Colour of the grain"
        value={grain.colour}
        factor={100}
        unit="%"
        min={0}
        max={100}
        edit={(colour) => set({ colour })}
      />{' '}
      of them coloured{' '}
      <button
        className="quiet-button"
        disabled={!mayChange}
        onClick={() => editing.commit('Other grain', set({ seed: (grain.seed + 1) % 1000000 }))}
      >
        (other grain)
      </button>
      .
    </p>
  );
}
