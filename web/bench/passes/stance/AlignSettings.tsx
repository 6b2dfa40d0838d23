import { useState } from 'react';
import { alignBoxes, distributeBoxes, type Aligning } from '../../../../core/passes/stance/align';
import { moveLetterings } from '../../../../core/piece/edits/letterings';
import { nameOf } from '../../../../core/piece/names';
import { unionOf, type Region } from '../../../../core/pixels/region';
import { standingBox } from '../../../../core/type/standing';
import { Choice } from '../../../ui/Choice';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';

/** What is brought into line, as a sentence has it. */
const sides: Record<Aligning, string> = {
  top: 'tops',
  middle: 'middles, down,',
  bottom: 'feet',
  left: 'left sides',
  centre: 'middles, across,',
  right: 'right sides',
};

/** What it is brought to, besides other words. */
const toSheet = 'the sheet';
const toOneAnother = 'one another';

/** Brings words into line with others, with one another or with the sheet, said in a sentence. */
export function AlignSettings() {
  const { piece, lettering, lettersOf, mayChange } = useBench();
  const [who, setWho] = useState<'these' | 'all'>('these');
  const [side, setSide] = useState<Aligning>('top');
  const [wanted, setTarget] = useState('');
  const all = piece.letterings.flatMap((one) => {
    const letters = lettersOf(one);
    const box = letters && standingBox(letters);
    return box ? [{ id: one.id, name: nameOf(one), box }] : [];
  });
  const own = all.find(({ id }) => id === lettering?.id);
  if (!own || all.length < 2) return null;
  const others = all.filter(({ id }) => id !== own.id);
  const targets: Record<string, string> =
    who === 'all'
      ? { [toOneAnother]: toOneAnother, [toSheet]: toSheet }
      : { ...Object.fromEntries(others.map(({ id, name }) => [id, name])), [toSheet]: toSheet };
  const target = wanted in targets ? wanted : Object.keys(targets)[0];
  const frame: Region =
    target === toSheet
      ? { x: 0, y: 0, width: piece.sheet.width, height: piece.sheet.height }
      : (all.find(({ id }) => id === target)?.box ?? unionOf(all.map(({ box }) => box))!);
  const move = (undoLabel: string, some: typeof all, moves: { dx: number; dy: number }[]): void =>
    void editing.commit(undoLabel, moveLetterings(some.map(({ id }, i) => ({ id, ...moves[i] }))));
  const align = (): void => {
    const some = who === 'all' ? all : [own];
    const moves = alignBoxes(
      some.map(({ box }) => box),
      side,
      frame,
    );
    move(`Bring ${sides[side].replace(/,$/, '')} into line`, some, moves);
  };
  const space = (axis: 'x' | 'y', name: string): void =>
    move(
      `The same room between words, ${name}`,
      all,
      distributeBoxes(
        all.map(({ box }) => box),
        axis,
      ),
    );
  return (
    <section className="border-t border-rule pt-2" aria-label="In line">
      <h3 className="label">In line</h3>
      <p className="leading-7">
        <Choice<'these' | 'all'>
          label="Which words"
          inSentence
          value={who}
          options={{ these: own.name, all: 'All words' }}
          onChoose={setWho}
        />
        :{' '}
        <Choice<Aligning>
          label="What is brought into line"
          inSentence
          value={side}
          options={sides}
          onChoose={setSide}
        />{' '}
        in line with{' '}
        <Choice label="What they are brought to" inSentence value={target} options={targets} onChoose={setTarget} />.{' '}
        <button className="plain-button" disabled={!mayChange} onClick={align}>
          Bring them there
        </button>
      </p>
      {all.length > 2 && (
        <p className="leading-7">
          The same room between all words{' '}
          <button className="plain-button" disabled={!mayChange} onClick={() => space('x', 'across')}>
            across
          </button>{' '}
          <button className="plain-button" disabled={!mayChange} onClick={() => space('y', 'down')}>
            down
          </button>
        </p>
      )}
    </section>
  );
}
