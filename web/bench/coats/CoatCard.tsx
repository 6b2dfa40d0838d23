import { ChevronDown, ChevronUp, X } from 'lucide-react';
import type { ReactNode } from 'react';
import type { Coat } from '../../../core/coats/schema';
import { moveCoat, removeCoat, setCoat } from '../../../core/piece/edits/ink';
import type { Lettering } from '../../../core/piece/schema';
import { Choice } from '../../ui/Choice';
import { useBench } from '../benchContext';
import { EditedValue } from '../EditedValue';
import { editing } from '../editing';
import { coatNames, modeNames, motifNames } from './names';
import { GradientSettings } from './GradientSettings';
import { ColourField } from './ColourField';
import { SpanChoice, type CoatProps } from './SpanChoice';

/** One coat: what it is, how it is laid on, and its settings. */
export function CoatCard({ lettering: { id, ink }, index }: { lettering: Lettering; index: number }) {
  const { mayChange } = useBench();
  const coat = ink.coats[index];
  const name = `Coat ${index + 1}`;
  const set = (change: Partial<Coat>) => setCoat(id, index, change);
  const commit = (label: string, change: Partial<Coat>): void => void editing.commit(label, set(change));
  return (
    <li className="border-b border-rule py-1.5">
      <div className="flex items-center gap-1">
        <span className="grow">
          <b>{coatNames[coat.kind]}</b>, <Choice label={`Blend mode of ${name}`} inSentence value={coat.mode} options={modeNames} disabled={!mayChange} onChoose={(mode) => commit('Set the blend mode', { mode })} /> at{' '}
          <EditedValue label={`Opacity of ${name}`} value={coat.opacity} factor={100} unit="%" min={0} max={100} edit={(opacity) => set({ opacity })} />
        </span>
        <button className="quiet-button" aria-label={`${name} nearer`} title="Nearer" disabled={!mayChange || index === ink.coats.length - 1} onClick={() => editing.commit('Move a coat nearer', moveCoat(id, index, 1))}>
          <ChevronUp size={14} aria-hidden />
        </button>
        <button className="quiet-button" aria-label={`${name} farther`} title="Farther" disabled={!mayChange || index === 0} onClick={() => editing.commit('Move a coat farther', moveCoat(id, index, -1))}>
          <ChevronDown size={14} aria-hidden />
        </button>
        <button className="quiet-button" aria-label={`Take ${name} off`} title="Take it off" disabled={!mayChange} onClick={() => editing.commit('Take a coat off', removeCoat(id, index))}>
          <X size={14} aria-hidden />
        </button>
      </div>
      <Settings coat={coat} name={name} isOnly={ink.coats.length === 1} set={set} commit={commit} />
    </li>
  );
}

function Settings({ coat, name, isOnly, set, commit }: CoatProps & { isOnly: boolean }): ReactNode {
  const { mayChange } = useBench();
  switch (coat.kind) {
    case 'solid':
      return <ColourField label={isOnly ? 'Colour' : `Colour of ${name}`} colour={coat.colour} edit={(colour) => set({ colour })} />;
    case 'gradient':
      return <GradientSettings coat={coat} name={name} set={set} commit={commit} />;
    case 'pattern':
      return (
        <p className="leading-7">
          <Choice label={`Motif of ${name}`} inSentence value={coat.motif} options={motifNames} disabled={!mayChange} onChoose={(motif) => commit('Choose a pattern', { motif })} />, one repeat <EditedValue label={`Size of ${name}`} value={coat.size} factor={100} unit="%" digits={1} min={0.5} max={2000} edit={(size) => set({ size })} /> of the
          cap height, turned by <EditedValue label={`Angle of ${name}`} value={coat.angle} unit="°" min={-360} max={360} edit={(angle) => set({ angle })} />, from <ColourField label={`First colour of ${name}`} colour={coat.colours[0]} edit={(colour) => set({ colours: [colour, coat.colours[1]] })} small /> to{' '}
          <ColourField label={`Second colour of ${name}`} colour={coat.colours[1]} edit={(colour) => set({ colours: [coat.colours[0], colour] })} small />, <EditedValue label={`Balance of ${name}`} value={coat.balance} factor={100} unit="%" min={0} max={100} edit={(balance) => set({ balance })} /> of the second.{' '}
          <button className="quiet-button" disabled={!mayChange} onClick={() => commit('Scatter the pattern anew', { seed: (coat.seed % 1e6) + 1 })}>
            Scatter anew
          </button>
        </p>
      );
    case 'halftone':
      return (
        <p className="leading-7">
          <Choice label={`Motif of ${name}`} inSentence value={coat.motif} options={{ dots: 'dots', lines: 'lines' }} disabled={!mayChange} onChoose={(motif) => commit('Choose a screen', { motif })} /> of <ColourField label={`Colour of ${name}`} colour={coat.colour} edit={(colour) => set({ colour })} small />,{' '}
          <EditedValue label={`Pitch of ${name}`} value={coat.pitch} factor={100} unit="%" digits={1} min={0.5} max={500} edit={(pitch) => set({ pitch })} /> of the cap height apart, turned by <EditedValue label={`Angle of ${name}`} value={coat.angle} unit="°" min={-360} max={360} edit={(angle) => set({ angle })} />, contrast{' '}
          <EditedValue label={`Contrast of ${name}`} value={coat.contrast} digits={2} step={0.05} min={0} max={10} edit={(contrast) => set({ contrast })} />; between them{' '}
          <Choice label={`Ground of ${name}`} inSentence value={coat.ground === null ? 'below' : 'paper'} options={{ below: 'what lies below', paper: 'a colour' }} disabled={!mayChange} onChoose={(ground) => commit('Set the ground of the screen', { ground: ground === 'below' ? null : '#f4efe4' })} />
          {coat.ground !== null && <ColourField label={`Ground colour of ${name}`} colour={coat.ground} edit={(ground) => set({ ground })} small />}.
        </p>
      );
    case 'plate':
      return (
        <p>
          The photo itself, slipped by <EditedValue label={`Slip across of ${name}`} value={coat.x} unit="px" min={-1e5} max={1e5} edit={(x) => set({ x })} />, <EditedValue label={`Slip down of ${name}`} value={coat.y} unit="px" min={-1e5} max={1e5} edit={(y) => set({ y })} />.
        </p>
      );
    case 'picture':
      return (
        <p className="leading-7">
          <PictureName asset={coat.asset} /> over <SpanChoice name={name} span={coat.span} onChoose={(span) => commit('Lay the picture out otherwise', { span })} />,{' '}
          <Choice label={`How ${name} fits`} inSentence value={coat.fit} options={{ cover: 'covering', contain: 'whole' }} disabled={!mayChange} onChoose={(fit) => commit('Fit the picture', { fit })} />, <EditedValue label={`Size of ${name}`} value={coat.scale} factor={100} unit="%" min={1} max={10000} edit={(scale) => set({ scale })} /> as large, slipped by{' '}
          <EditedValue label={`Slip across of ${name}`} value={coat.x} factor={100} unit="%" digits={1} min={-10000} max={10000} edit={(x) => set({ x })} />, <EditedValue label={`Slip down of ${name}`} value={coat.y} factor={100} unit="%" digits={1} min={-10000} max={10000} edit={(y) => set({ y })} />.
        </p>
      );
  }
}

function PictureName({ asset }: { asset: string }) {
  return <b>{useBench().piece.assets[asset]?.name ?? 'a picture'}</b>;
}
