import { inkHand, type InkTool } from './hand';
import { mainColour } from '../../../../core/coats/mainColour';
import { seenCoats, slippedCoat } from '../../../../core/passes/ink/ghost';
import type { PictureCoat } from '../../../../core/coats/schema';
import type { Edit } from '../../../../core/piece/edits/edit';
import { setCoat, setSlips } from '../../../../core/piece/edits/ink';
import type { Lettering } from '../../../../core/piece/schema';
import { Choice } from '../../../ui/Choice';
import { Quantity } from '../../../ui/Quantity';
import { useBench } from '../../benchContext';
import { coatNames } from '../../coats/names';
import { EditedValue } from '../../EditedValue';
import { panelNames } from './PanelSettings';
import { coatsSeenAt } from './seen';

export function Summary() {
  const { lettering } = useBench();
  if (!lettering) return <span className="text-faint">Ink comes with the words.</span>;
  const { panel } = lettering.ink;
  return (
    <span>
      {panel?.knockout ? <Openings /> : <Coats />}
      {panel && !panel.knockout && ` On ${panelNames[panel.shape.kind]}.`}
    </span>
  );
}

function Openings() {
  const { panel } = useBench().lettering!.ink;
  const coats = panel!.opening.map(({ kind }) => coatNames[kind].toLowerCase());
  return (
    <>
      Openings in <b>{panelNames[panel!.shape.kind]}</b>
      {panel!.knockout === 'sheet' && ', down to the sheet'}
      {coats.length > 0 && ` with ${coats.join(', ')} in them`}
      {panel!.shadow && ', their edge throws a shadow inward'}.
    </>
  );
}

function Coats() {
  const { id, ink } = useBench().lettering!;
  const { coats } = ink;
  if (coats.length === 0) return <span className="text-faint">No coat of ink.</span>;
  const [coat] = coats;
  const colour = mainColour(ink);
  const swatch = colour && (
    <span className="inline-block h-3.5 w-6 translate-y-0.5 border border-rule" style={{ background: colour }} />
  );
  if (coats.length > 1 || coat.kind !== 'solid') {
    return (
      <>
        {coats.length === 1 ? 'One coat: ' : `${coats.length} coats: `}
        <b>{coats.map(({ kind }) => coatNames[kind].toLowerCase()).join(', ')}</b> {swatch}.
      </>
    );
  }
  return (
    <>
      One flat coat of {swatch} <b>{coat.colour}</b> at{' '}
      <EditedValue
        label="Opacity of the coat"
        value={coat.opacity}
        factor={100}
        unit="%"
        min={0}
        max={100}
        undoLabel="Set the opacity"
        edit={(opacity) => setCoat({ of: 'ink', lettering: id }, 0, { opacity })}
      />
      .
    </>
  );
}

export function HandTools() {
  const { inkTool, slipAt, lens, growsToCover } = inkHand.use('inkTool', 'slipAt', 'lens', 'growsToCover');
  const { lettering, letters } = useBench();
  const coat = lettering && seenCoats(lettering.ink)[slippedCoat(lettering.ink)];
  const tool = (name: InkTool, title: string, hint: string) => (
    <button
      className="plain-button"
      disabled={!lettering}
      aria-pressed={inkTool === name}
      title={hint}
      onClick={() => inkHand.set({ inkTool: inkTool === name ? 'none' : name })}
    >
      {title}
    </button>
  );
  const inked = letters?.letters.filter(({ bounds }) => bounds) ?? [];
  const one = typeof slipAt === 'number' ? inked.find(({ start }) => start === slipAt) : null;
  return (
    <>
      {coat && tool('slip', 'Slip', 'Drag the picture inside the letters')}
      {coat?.kind === 'picture' && inkTool === 'slip' && (
        <Choice
          label="Slip in which letters"
          value={String(slipAt)}
          options={{
            all: 'in all letters',
            one: 'in the letter under the pointer',
            ...(one && { [String(slipAt)]: `in ${one.text}, letter ${inked.indexOf(one) + 1}` }),
            ...Object.fromEntries(
              inked.slice(0, 80).map(({ start, text }, i) => [String(start), `in ${text}, letter ${i + 1}`]),
            ),
          }}
          onChoose={(value) => inkHand.set({ slipAt: value === 'all' || value === 'one' ? value : Number(value) })}
        />
      )}
      {coat?.kind === 'picture' && coat.fit === 'cover' && inkTool === 'slip' && slipAt === 'all' && (
        <button
          className="plain-button"
          aria-pressed={growsToCover}
          title="The picture grows where it would leave letters bare; otherwise it stops there"
          onClick={() => inkHand.set({ growsToCover: !growsToCover })}
        >
          Grow to cover
        </button>
      )}
      {coat?.kind === 'picture' && inkTool === 'slip' && one && (
        <SizeInLetter lettering={lettering!} coat={coat} at={one.start} number={inked.indexOf(one) + 1} />
      )}
      {coat?.kind === 'picture' &&
        tool('keep', 'Keep points', 'Click on what must be seen in the letters; click again to take the point away')}
      {tool('pick', 'Pick from the photo', 'Takes the colour of the photo under the pointer')}
      {inkTool === 'pick' && (
        <span>
          averaging over{' '}
          <Quantity
            label="Width that the picker averages over"
            value={lens * 2}
            unit="px"
            min={1}
            max={2000}
            onDraft={(value) => inkHand.set({ lens: value / 2 })}
            onCommit={(value) => inkHand.set({ lens: value / 2 })}
          />
        </span>
      )}
    </>
  );
}

/** How large the picture is in one letter, besides what the coat says for all. */
function SizeInLetter({
  lettering,
  coat,
  at,
  number,
}: {
  lettering: Lettering;
  coat: PictureCoat;
  at: number;
  number: number;
}) {
  const own = coat.slips.find((slip) => slip.at === at) ?? { at, x: 0, y: 0, scale: 1 };
  const edit = (scale: number): Edit =>
    setSlips(coatsSeenAt(lettering), slippedCoat(lettering.ink), [{ ...own, scale }]);
  return (
    <span>
      <EditedValue
        label={`Size in letter ${number}`}
        value={own.scale}
        factor={100}
        unit="%"
        min={1}
        max={10000}
        edit={edit}
      />{' '}
      as large there
    </span>
  );
}
