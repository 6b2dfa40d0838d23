import { ChevronDown, ChevronUp, X } from 'lucide-react';
import type { ReactNode } from 'react';
import type { Coat } from '../../../core/coats/schema';
import { coatsIn, moveCoat, removeCoat, setCoat, type CoatsAt } from '../../../core/piece/edits/ink';
import { Choice } from '../../ui/Choice';
import { useBench } from '../benchContext';
import { EditedValue } from '../EditedValue';
import { editing } from '../editing';
import { coatNames, modeNames, motifNames } from './names';
import { GradientSettings } from './GradientSettings';
import { ColourField } from './ColourField';
import type { CoatProps } from './coatProps';
import { PictureSettings } from './PictureSettings';
import { ReachChoice } from './ReachChoice';

/** One coat: what it is, how it is laid on, and its settings. */
export function CoatCard({ at, index, name }: { at: CoatsAt; index: number; name: string }) {
  const { mayChange, piece } = useBench();
  const coats = coatsIn(piece, at);
  const coat = coats[index];
  const set = (change: Partial<Coat>) => setCoat(at, index, change);
  const commit = (label: string, change: Partial<Coat>): void => void editing.commit(label, set(change));
  const move = (to: number, label: string): void => void editing.commit(label, moveCoat(at, index, to));
  return (
    <>
      <div className="flex items-start gap-1">
        <span className="grow">
          <b>{coatNames[coat.kind]}</b>,{' '}
          <Choice
            label={`Blend mode of ${name}`}
            inSentence
            value={coat.mode}
            options={modeNames}
            disabled={!mayChange}
            onChoose={(mode) => commit('Set the blend mode', { mode })}
          />{' '}
          at{' '}
          <EditedValue
            label={`Opacity of ${name}`}
            value={coat.opacity}
            factor={100}
            unit="%"
            min={0}
            max={100}
            edit={(opacity) => set({ opacity })}
          />
          {at.of !== 'sheet' && at.of !== 'panel' && (
            <>
              , on{' '}
              <ReachChoice
                name={name}
                reach={coat.reach}
                onChoose={(reach) => commit('Set the reach of a coat', { reach })}
              />
            </>
          )}
        </span>
        <span className="flex">
          <button
            className="quiet-button px-0.5"
            aria-label={`${name} nearer`}
            title="Nearer"
            disabled={!mayChange || index === coats.length - 1}
            onClick={() => move(index + 1, 'Move a coat nearer')}
          >
            <ChevronUp size={14} aria-hidden />
          </button>
          <button
            className="quiet-button px-0.5"
            aria-label={`${name} farther`}
            title="Farther"
            disabled={!mayChange || index === 0}
            onClick={() => move(index - 1, 'Move a coat farther')}
          >
            <ChevronDown size={14} aria-hidden />
          </button>
          <button
            className="quiet-button px-0.5"
            aria-label={`Take ${name} off`}
            title="Take it off"
            disabled={!mayChange}
            onClick={() => editing.commit('Take a coat off', removeCoat(at, index))}
          >
            <X size={14} aria-hidden />
          </button>
        </span>
      </div>
      <Settings
        at={at}
        index={index}
        coat={coat}
        name={name}
        isOnly={at.of === 'ink' && coats.length === 1}
        set={set}
        commit={commit}
      />
    </>
  );
}

function Settings({ isOnly, ...props }: CoatProps & { isOnly: boolean }): ReactNode {
  const { at, coat, name, set, commit } = props;
  const measure = at.of === 'sheet' ? 'the sheet’s shorter side' : 'the cap height';
  const { mayChange } = useBench();
  switch (coat.kind) {
    case 'solid':
      return (
        <ColourField
          label={isOnly ? 'Colour' : `Colour of ${name}`}
          colour={coat.colour}
          edit={(colour) => set({ colour })}
        />
      );
    case 'gradient':
      return <GradientSettings {...props} coat={coat} />;
    case 'pattern':
      return (
        <p className="leading-7">
          <Choice
            label={`Motif of ${name}`}
            inSentence
            value={coat.motif}
            options={motifNames}
            disabled={!mayChange}
            onChoose={(motif) => commit('Choose a pattern', { motif })}
          />
          , one repeat{' '}
          <EditedValue
            label={`Size of ${name}`}
            value={coat.size}
            factor={100}
            unit="%"
            digits={1}
            min={0.5}
            max={2000}
            edit={(size) => set({ size })}
          />{' '}
          of {measure}, turned by{' '}
          <EditedValue
            label={`Angle of ${name}`}
            value={coat.angle}
            unit="°"
            min={-360}
            max={360}
            edit={(angle) => set({ angle })}
          />
          , from{' '}
          <ColourField
            label={`First colour of ${name}`}
            colour={coat.colours[0]}
            edit={(colour) => set({ colours: [colour, coat.colours[1]] })}
            small
          />{' '}
          to{' '}
          <ColourField
            label={`Second colour of ${name}`}
            colour={coat.colours[1]}
            edit={(colour) => set({ colours: [coat.colours[0], colour] })}
            small
          />
          ,{' '}
          <EditedValue
            label={`Balance of ${name}`}
            value={coat.balance}
            factor={100}
            unit="%"
            min={0}
            max={100}
            edit={(balance) => set({ balance })}
          />{' '}
          of the second.{' '}
          <button
            className="quiet-button"
            disabled={!mayChange}
            onClick={() => commit('Scatter the pattern anew', { seed: (coat.seed % 1e6) + 1 })}
          >
            Scatter anew
          </button>
        </p>
      );
    case 'halftone':
      return (
        <p className="leading-7">
          <Choice
            label={`Motif of ${name}`}
            inSentence
            value={coat.motif}
            options={{ dots: 'dots', lines: 'lines' }}
            disabled={!mayChange}
            onChoose={(motif) => commit('Choose a screen', { motif })}
          />{' '}
          of <ColourField label={`Colour of ${name}`} colour={coat.colour} edit={(colour) => set({ colour })} small />,{' '}
          <EditedValue
            label={`Pitch of ${name}`}
            value={coat.pitch}
            factor={100}
            unit="%"
            digits={1}
            min={0.5}
            max={500}
            edit={(pitch) => set({ pitch })}
          />{' '}
          of {measure} apart, turned by{' '}
          <EditedValue
            label={`Angle of ${name}`}
            value={coat.angle}
            unit="°"
            min={-360}
            max={360}
            edit={(angle) => set({ angle })}
          />
          , contrast{' '}
          <EditedValue
            label={`Contrast of ${name}`}
            value={coat.contrast}
            digits={2}
            step={0.05}
            min={0}
            max={10}
            edit={(contrast) => set({ contrast })}
          />
          ; between them{' '}
          <Choice
            label={`Ground of ${name}`}
            inSentence
            value={coat.ground === null ? 'below' : 'paper'}
            options={{ below: 'what lies below', paper: 'a colour' }}
            disabled={!mayChange}
            onChoose={(ground) =>
              commit('Set the ground of the screen', { ground: ground === 'below' ? null : '#f4efe4' })
            }
          />
          {coat.ground !== null && (
            <ColourField
              label={`Ground colour of ${name}`}
              colour={coat.ground}
              edit={(ground) => set({ ground })}
              small
            />
          )}
          .
        </p>
      );
    case 'plate':
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
    case 'picture':
      return <PictureSettings {...props} coat={coat} />;
  }
}
