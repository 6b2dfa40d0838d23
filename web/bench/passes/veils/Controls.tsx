import type { ReactNode } from 'react';
import { ColourPicker } from '../../../ui/ColourPicker';
import { veilHand } from './hand';
import type { Veil } from '../../../../core/passes/veils/schema';
import type { VeilLook } from '../../../../core/passes/veils/looks';
import { changeItem, freeId, removeItem } from '../../../../core/piece/edits/items';
import { addVeil } from '../../../../core/piece/edits/veils';
import { useAppDispatch, useAppSelector } from '../../../store';
import { Choice } from '../../../ui/Choice';
import { KeptText } from '../../../ui/KeptText';
import { useBench } from '../../benchContext';
import { looked } from '../../benchState';
import { editing } from '../../editing';
import { CopySettings } from './CopySettings';
import { CutList } from './CutList';
import { EdgeSettings } from './EdgeSettings';
import { GraftSettings } from './GraftSettings';
import { ShadowSettings } from './ShadowSettings';
import { ToneSettings } from './ToneSettings';
import { TouchUpSettings } from './TouchUpSettings';
import { WeaveSettings } from './WeaveSettings';

const looks: Record<VeilLook, string> = {
  picture: 'in place',
  hatch: 'hatched',
  colour: 'alone on a swatch',
  matte: 'as its matte',
  wipe: 'before and after its edge',
};

export function Controls() {
  const { piece, veil, mayChange } = useBench();
  const dispatch = useAppDispatch();
  const chosen = useAppSelector(({ bench }) => bench.plate);
  const plate = piece.plates.find(({ id }) => id === chosen) ?? piece.plates[0];
  if (!plate) return <p className="text-faint">Choose a photograph first (line 0).</p>;
  const add = (): void => {
    const id = freeId(piece, 'veil');
    if (editing.commit('Add a veil', addVeil({ id, name: `veil ${piece.veils.length + 1}`, plate: plate.id })))
      dispatch(looked({ veil: id }));
  };
  return (
    <div className="flex flex-col gap-3">
      <ul className="flex flex-col">
        {piece.veils.map((one) => (
          <li
            key={one.id}
            className={`flex items-center gap-2 border-b border-rule ${one.id === veil?.id ? 'border-l-2 border-l-iron pl-2' : 'pl-2.5'}`}
          >
            <button
              className="min-h-7 grow text-left"
              aria-pressed={one.id === veil?.id}
              onClick={() => dispatch(looked({ veil: one.id }))}
            >
              {one.name} <span className="text-faint">{contents(one)}</span>
            </button>
          </li>
        ))}
      </ul>
      {veil && <VeilOf key={veil.id} veil={veil} />}
      <div className="flex flex-wrap items-center gap-2">
        <button className="plain-button" disabled={!mayChange} onClick={add}>
          Add a veil
        </button>
        {piece.plates.length > 1 && (
          <>
            from{' '}
            <Choice
              label="The photograph that it is cut from"
              value={plate.id}
              options={Object.fromEntries(piece.plates.map(({ id, name }) => [id, name]))}
              onChoose={(id) => dispatch(looked({ plate: id }))}
            />
          </>
        )}
      </div>
    </div>
  );
}

function contents({ cuts, fine, strokes }: Veil): string {
  const open = cuts.some((cut) => cut.kind === 'trace' && cut.contours.some((contour) => !contour.closed));
  const parts = [
    cuts.length > 0 && `${cuts.length} cut${cuts.length > 1 ? 's' : ''}`,
    open && 'one open',
    fine && 'fine edge',
    strokes.length > 0 && `${strokes.length} touch-up${strokes.length > 1 ? 's' : ''}`,
  ].filter(Boolean);
  return parts.length > 0 ? parts.join(', ') : 'empty';
}

function VeilOf({ veil }: { veil: Veil }) {
  const look = veilHand.use('look').look;
  const { lookGround } = veilHand.use('lookGround');
  return (
    <div className="flex flex-col gap-3">
      <label className="flex items-center gap-2">
        <span className="label">Name</span>
        <KeptText
          label="Name"
          value={veil.name}
          className="field min-w-0 grow"
          maxLength={200}
          keep={(name) => name !== '' && editing.commit('Name the veil', changeItem('veils', veil.id, { name }))}
        />
      </label>
      <div>
        <p className="flex flex-wrap items-center gap-x-1">
          Shown{' '}
          <Choice
            label="How the veil is shown"
            inSentence
            value={look}
            options={looks}
            onChoose={(show) => veilHand.set({ look: show })}
          />
          {look === 'colour' && (
            <ColourPicker
              label="Colour to look at the veil on"
              colour={lookGround}
              hasAlpha={false}
              onPick={(colour) => veilHand.set({ lookGround: colour })}
            />
          )}
        </p>
        {look === 'wipe' && (
          <p className="mt-1 text-faint">Drag the line: left as it was cut, right with its edge worked on.</p>
        )}
      </div>
      <Part title="Cut">
        <CutList veil={veil} />
        <ToneSettings veil={veil} />
        <TouchUpSettings veil={veil} />
        <WeaveSettings veil={veil} />
        <CopySettings veil={veil} />
      </Part>
      <Part title="Edge">
        <EdgeSettings veil={veil} />
      </Part>
      <Part title="Shadow">
        <ShadowSettings veil={veil} />
      </Part>
      <Part title="Graft">
        <GraftSettings veil={veil} />
      </Part>
      <div className="flex gap-2">
        <button className="quiet-button" onClick={() => editing.commit('Remove the veil', removeItem(veil.id))}>
          Remove the veil
        </button>
      </div>
    </div>
  );
}

/** One of the parts of this line, which can be folded. */
function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <details open className="border-t border-rule pt-1">
      <summary className="cursor-pointer py-1 font-semibold">{title}</summary>
      <div className="flex flex-col gap-3">{children}</div>
    </details>
  );
}
