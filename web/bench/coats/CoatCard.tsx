import { ChevronDown, ChevronUp, X } from 'lucide-react';
import type { ReactNode } from 'react';
import type { Coat } from '../../../core/coats/schema';
import { coatsIn, moveCoat, removeCoat, setCoat, type CoatsAt } from '../../../core/piece/edits/ink';
import { Choice } from '../../ui/Choice';
import { useBench } from '../benchContext';
import { EditedValue } from '../EditedValue';
import { editing } from '../editing';
import { coatNames, modeNames } from './names';
import { GradientSettings } from './GradientSettings';
import { HalftoneSettings } from './HalftoneSettings';
import { PatternSettings } from './PatternSettings';
import { PlateSettings } from './PlateSettings';
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
            aria-label={`Remove ${name}`}
            title="Remove"
            disabled={!mayChange}
            onClick={() => editing.commit('Remove a coat', removeCoat(at, index))}
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
  const { coat, name, set } = props;
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
      return <PatternSettings {...props} coat={coat} />;
    case 'halftone':
      return <HalftoneSettings {...props} coat={coat} />;
    case 'plate':
      return <PlateSettings {...props} coat={coat} />;
    case 'picture':
      return <PictureSettings {...props} coat={coat} />;
  }
}
