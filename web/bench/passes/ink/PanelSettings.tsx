import { inkHand } from './hand';
import { plainPanel, type Panel, type PanelShape } from '../../../../core/passes/ink/panel/schema';
import { lettersOffPanel } from '../../../../core/passes/ink/panel/moving';
import { isOfSheet, panelPath, panelPlace } from '../../../../core/passes/ink/panel/shape';
import { putPanel, setPanel } from '../../../../core/piece/edits/ink';
import { fixPanel, shapePanel } from '../../../../core/piece/edits/panels';
import { sizeOf } from '../../../../core/shape/affine';
import { standingBox } from '../../../../core/type/standing';
import { fallTowards, polarOf } from '../../../../core/light/direction';
import type { Edit } from '../../../../core/piece/edits/edit';
import type { Lettering } from '../../../../core/piece/schema';
import { Choice } from '../../../ui/Choice';
import { FileButton } from '../../../ui/FileButton';
import { drawingKinds } from '../../../api/pictureKinds';
import { takePanelEdge } from './panelFile';
import { useBench } from '../../benchContext';
import { CoatList } from '../../coats/CoatList';
import { modeNames } from '../../coats/names';
import { EditedValue } from '../../EditedValue';
import { editing } from '../../editing';
import { Governs } from '../../governs/Governs';
import { ColourField } from '../../coats/ColourField';

type Kind = PanelShape['kind'];

export const panelNames: Record<Kind, string> = {
  box: 'a box',
  ellipse: 'an ellipse',
  star: 'a star',
  path: 'a drawn path',
  band: 'a band across the sheet',
  'half sheet': 'half of the sheet',
  sheet: 'the whole sheet',
};

/** A panel behind or around the letters, its paint, and whether they are openings in it. */
export function PanelSettings({ lettering }: { lettering: Lettering }) {
  const { mayChange, letters } = useBench();
  const {
    id,
    ink: { panel },
  } = lettering;
  const choose = (kind: Kind | 'none'): void => {
    if (kind === 'none') return void editing.commit('Remove the panel', putPanel(id, null));
    const shape = firstShape(
      kind,
      letters ? panelPath(panel ?? plainPanel({ shape: { kind: 'box', round: 0 }, colour: '#000000' }), letters) : [],
    );
    if (!panel) return void editing.commit('Add a panel', putPanel(id, plainPanel({ shape, colour: '#1f2328' })));
    editing.commit('Shape the panel', setPanel(id, { shape }));
  };
  return (
    <Governs what={panel && { kind: 'panel', id }}>
      <section className="flex flex-col gap-2 border-t border-rule pt-2" aria-label="Panel">
        <h3 className="label">Panel</h3>
        <p className="leading-7">
          Behind the letters:{' '}
          <Choice<Kind | 'none'>
            label="Shape of the panel"
            inSentence
            value={panel?.shape.kind ?? 'none'}
            options={{ none: 'no panel', ...panelNames }}
            disabled={!mayChange || !letters?.ink}
            onChoose={choose}
          />
          {panel && <Shape id={id} panel={panel} />}
        </p>
        <FileButton
          label="Drawing to take the panel’s edge from"
          accept={drawingKinds}
          disabled={!mayChange || !letters?.ink}
          onFiles={([file]) => void takePanelEdge(lettering, letters!, file)}
        >
          Edge from a drawing
        </FileButton>
        {panel && <Laying id={id} panel={panel} />}
        {panel?.knockout && <OffPanel panel={panel} />}
        {panel?.knockout && <Shadow id={id} panel={panel} />}
        {panel && (
          <div className="flex flex-col gap-2">
            <h3 className="label">Paint of the panel</h3>
            <CoatList at={{ of: 'panel', lettering: id }} of="of the panel" empty="No paint: the panel is clear." />
          </div>
        )}
      </section>
    </Governs>
  );
}

/** A shape as it is when it is chosen. @param drawn what a path begins with, lettering px */
function firstShape(kind: Kind, drawn: [number, number][]): PanelShape {
  switch (kind) {
    case 'box':
      return { kind, round: 0 };
    case 'star':
      return { kind, points: 12, depth: 0.8 };
    case 'path':
      return {
        kind,
        points:
          drawn.length >= 3
            ? drawn
            : [
                [-100, -100],
                [100, -100],
                [100, 100],
                [-100, 100],
              ],
        smooth: false,
      };
    case 'band':
      return { kind, along: 'level' };
    case 'half sheet':
      return { kind, side: 'left' };
    case 'ellipse':
    case 'sheet':
      return { kind };
  }
}

const ofCapHeight = { factor: 100, unit: '%', digits: 1, min: -2000, max: 5000 } as const;

function Shape({ id, panel }: { id: string; panel: Panel }) {
  const { mayChange } = useBench();
  const { shape, offset } = panel;
  const set = (change: Partial<Panel>): Edit => setPanel(id, change);
  const commit = (label: string, change: PanelShape): void => void editing.commit(label, set({ shape: change }));
  if (shape.kind === 'sheet') return '.';
  if (shape.kind === 'half sheet')
    return (
      <>
        ,{' '}
        <Choice
          label="Which half of the sheet"
          inSentence
          value={shape.side}
          options={{ left: 'at the left', right: 'at the right', top: 'at the top', bottom: 'at the bottom' }}
          disabled={!mayChange}
          onChoose={(side) => commit('Choose the half', { ...shape, side })}
        />
        .
      </>
    );
  return (
    <>
      {shape.kind === 'band' && (
        <>
          ,{' '}
          <Choice
            label="Which way the band runs"
            inSentence
            value={shape.along}
            options={{ level: 'from left to right', upright: 'from top to foot' }}
            disabled={!mayChange}
            onChoose={(along) => commit('Turn the band', { ...shape, along })}
          />
        </>
      )}
      {shape.kind === 'box' && (
        <>
          , corners rounded by{' '}
          <EditedValue
            label="Rounding of the panel"
            value={shape.round}
            factor={100}
            unit="%"
            digits={1}
            min={0}
            max={2000}
            edit={(round) => set({ shape: { ...shape, round } })}
          />{' '}
          of the cap height
        </>
      )}
      {shape.kind === 'star' && (
        <>
          {' '}
          of{' '}
          <EditedValue
            label="Points of the panel"
            value={shape.points}
            unit="points"
            min={3}
            max={60}
            edit={(points) => set({ shape: { ...shape, points: Math.round(points) } })}
          />
          , its inner corners at{' '}
          <EditedValue
            label="Inner corners of the panel"
            value={shape.depth}
            factor={100}
            unit="%"
            min={2}
            max={95}
            edit={(depth) => set({ shape: { ...shape, depth } })}
          />
        </>
      )}
      {shape.kind === 'path' ? <PathClause id={id} shape={shape} /> : <SizeClause id={id} panel={panel} />}; moved by{' '}
      <EditedValue
        {...ofCapHeight}
        label="Panel to the right"
        value={offset[0]}
        edit={(x) => set({ offset: [x, offset[1]] })}
      />
      ,{' '}
      <EditedValue
        {...ofCapHeight}
        label="Panel down"
        value={offset[1]}
        edit={(y) => set({ offset: [offset[0], y] })}
      />
      , turned by{' '}
      <EditedValue
        label="Turn of the panel"
        value={panel.rotation}
        unit="°"
        digits={1}
        min={-360}
        max={360}
        edit={(rotation) => set({ rotation })}
      />
      .
    </>
  );
}

/** A drawn path: its points, and drawing it anew. */
function PathClause({ id, shape }: { id: string; shape: Extract<PanelShape, { kind: 'path' }> }) {
  const { mayChange } = useBench();
  const { inkTool } = inkHand.use('inkTool');
  const commit = (label: string, change: PanelShape): void =>
    void editing.commit(label, setPanel(id, { shape: change }));
  return (
    <>
      {' '}
      of {shape.points.length} points,{' '}
      <Choice
        label="Line of the panel"
        inSentence
        value={shape.smooth ? 'smooth' : 'straight'}
        options={{ straight: 'with corners', smooth: 'smooth' }}
        disabled={!mayChange}
        onChoose={(line) => commit('Shape the panel', { ...shape, smooth: line === 'smooth' })}
      />
      .{' '}
      <button
        className="plain-button"
        aria-pressed={inkTool === 'panel'}
        disabled={!mayChange}
        onClick={() => inkHand.set({ inkTool: inkTool === 'panel' ? 'none' : 'panel' })}
      >
        Draw it
      </button>
    </>
  );
}

/** Its size: it follows the letters with a margin, or stays as it is, and the letters stay within it. */
function SizeClause({ id, panel }: { id: string; panel: Panel }) {
  const { mayChange, letters, lettersOf, piece } = useBench();
  const { margin, fixed, shape } = panel;
  const set = (change: Partial<Panel>): Edit => setPanel(id, change);
  const box = letters && standingBox(letters);
  const choose = (how: string): void => {
    if (!letters || !box) return;
    if (how === 'follows') return void editing.commit('Let the panel follow the letters', set({ fixed: null }));
    const size = sizeOf(letters.place);
    const around = panelPlace(panel, letters, piece.sheet, size);
    const unit = isOfSheet(shape) ? 1 : size;
    // An ellipse and a star reach beyond the box that they are made for.
    const beyond = shape.kind === 'box' || shape.kind === 'band' ? 1 : Math.SQRT2;
    const kept: [number, number] = [
      Math.round((around.flatBox.width * unit) / beyond),
      Math.round((around.flatBox.height * unit) / beyond),
    ];
    const room = { width: Math.ceil(box.width), height: Math.ceil(box.height) };
    editing.commit('Keep the panel as large as it is', fixPanel(id, kept, room, lettersOf));
  };
  const follows = {
    value: fixed ? 'stays' : 'follows',
    options: { follows: 'the letters', stays: 'nothing' },
  } as const;
  return (
    <>
      , its size follows{' '}
      <Choice
        label="What the size of the panel follows"
        inSentence
        {...follows}
        disabled={!mayChange || !box}
        onChoose={choose}
      />
      {fixed ? (
        <>
          : it stays{' '}
          <EditedValue
            label="Width of the panel"
            value={fixed[0]}
            unit="px"
            min={1}
            edit={(width) => shapePanel(id, { fixed: [width, fixed[1]] }, lettersOf)}
          />{' '}
          ×{' '}
          <EditedValue
            label="Height of the panel"
            value={fixed[1]}
            unit="px"
            min={1}
            edit={(height) => shapePanel(id, { fixed: [fixed[0], height] }, lettersOf)}
          />
          , and the words stay within it
        </>
      ) : (
        <>
          , reaching{' '}
          <EditedValue
            {...ofCapHeight}
            label="Panel beside the letters"
            value={margin[0]}
            edit={(x) => set({ margin: [x, margin[1]] })}
          />{' '}
          beside and{' '}
          <EditedValue
            {...ofCapHeight}
            label="Panel above and below the letters"
            value={margin[1]}
            edit={(y) => set({ margin: [margin[0], y] })}
          />{' '}
          above and below them
        </>
      )}
    </>
  );
}

function Laying({ id, panel }: { id: string; panel: Panel }) {
  const { mayChange } = useBench();
  return (
    <p className="leading-7">
      It lies on the photo in{' '}
      <Choice
        label="Blend mode of the panel"
        inSentence
        value={panel.mode}
        options={modeNames}
        disabled={!mayChange}
        onChoose={(mode) => void editing.commit('Set the blend mode of the panel', setPanel(id, { mode }))}
      />{' '}
      at{' '}
      <EditedValue
        label="Opacity of the panel"
        value={panel.opacity}
        factor={100}
        unit="%"
        min={0}
        max={100}
        edit={(opacity) => setPanel(id, { opacity })}
      />
      ; the letters are{' '}
      <Choice
        label="What the letters are in the panel"
        inSentence
        value={panel.knockout ?? 'inked'}
        options={{ inked: 'inked on it', below: 'openings to the photo', sheet: 'openings to the bare sheet' }}
        disabled={!mayChange}
        onChoose={(what) =>
          void editing.commit(
            what === 'inked' ? 'Ink the letters on the panel' : 'Knock the letters out of the panel',
            setPanel(id, { knockout: what === 'inked' ? null : what }),
          )
        }
      />
      .
    </p>
  );
}

/** Openings that are cut off by the panel's edge. */
function OffPanel({ panel }: { panel: Panel }) {
  const { letters, piece } = useBench();
  const off = letters ? lettersOffPanel(panel, letters, piece.sheet) : [];
  if (off.length === 0) return null;
  return (
    <p className="font-semibold text-ochre" role="status">
      The panel does not reach around {off.map(({ text }) => text).join(' ')}: there the openings have no edge.
    </p>
  );
}

const firstShadow = { x: 6, y: 8, blur: 24, colour: '#000000', strength: 0.6 };

function Shadow({ id, panel: { shadow } }: { id: string; panel: Panel }) {
  const { mayChange, piece } = useBench();
  const size = Math.max(1, piece.sheet.width / 1800);
  const toggle = (): void =>
    void editing.commit(
      shadow ? 'Remove the shadow of the edge' : 'Add a shadow to the edge',
      setPanel(id, {
        shadow: shadow
          ? null
          : { ...firstShadow, x: firstShadow.x * size, y: firstShadow.y * size, blur: firstShadow.blur * size },
      }),
    );
  const set = (change: Partial<NonNullable<typeof shadow>>): Edit =>
    setPanel(id, { shadow: { ...shadow!, ...change } });
  return (
    <p className="leading-7">
      <label className="flex items-center gap-1">
        <input type="checkbox" checked={shadow !== null} disabled={!mayChange} onChange={toggle} /> The edge throws a
        shadow inward
      </label>
      {shadow && (
        <>
          It falls towards{' '}
          <EditedValue
            label="Direction of the inward shadow"
            value={polarOf(shadow).degrees}
            unit="°"
            min={-360}
            max={360}
            edit={(degrees) => set(fallTowards({ ...polarOf(shadow), degrees }))}
          />
          , by{' '}
          <EditedValue
            label="Distance of the inward shadow"
            value={polarOf(shadow).length}
            unit="px"
            min={0}
            max={5000}
            edit={(length) => set(fallTowards({ ...polarOf(shadow), length }))}
          />
          , soft over{' '}
          <EditedValue
            label="Softness of the inward shadow"
            value={shadow.blur}
            unit="px"
            min={0}
            max={2000}
            edit={(blur) => set({ blur })}
          />
          , at{' '}
          <EditedValue
            label="Strength of the inward shadow"
            value={shadow.strength}
            factor={100}
            unit="%"
            min={0}
            max={100}
            edit={(strength) => set({ strength })}
          />{' '}
          of{' '}
          <ColourField
            label="Colour of the inward shadow"
            colour={shadow.colour}
            edit={(colour) => set({ colour })}
            small
          />
          .
        </>
      )}
    </p>
  );
}
