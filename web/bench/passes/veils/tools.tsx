import { veilHand, type VeilHand, type VeilTool } from './hand';
import type { ReactNode } from 'react';
import type { CutOperation } from '../../../../core/passes/veils/schema';
import { Choice } from '../../../ui/Choice';
import { Quantity } from '../../../ui/Quantity';
import { useBench } from '../../benchContext';
import { ThrowButton } from './ShadowSettings';
import { ThingChoice } from './StandingOut';
import { TracePointOptions } from './TracePointOptions';

const tools: { tool: VeilTool; name: string; tip: string }[] = [
  {
    tool: 'stand-out',
    name: 'Stands out',
    tip: 'What stands out: proposes things of the photograph that could stand in front; a click cuts one',
  },
  { tool: 'trace', name: 'Trace', tip: 'Cut along an edge, click by click' },
  { tool: 'scribble', name: 'Scribble', tip: 'Cut by rough strokes: in front, behind' },
  { tool: 'tone', name: 'Tone key', tip: 'Cut by colour and brightness' },
  { tool: 'edge', name: 'Fine edge', tip: 'Paint over hair, grass or blur: refines the edge there' },
  { tool: 'touch-up', name: 'Touch-up', tip: 'Brush parts to the front or behind' },
  { tool: 'weave', name: 'Weave', tip: 'Flip single crossings of veil and letter' },
  { tool: 'shadow', name: 'Shadow', tip: 'Brush the shadow that the veil throws' },
  { tool: 'graft', name: 'Graft', tip: 'Move, turn and scale a copied piece of the photograph' },
];

export const operationNames: Record<CutOperation, string> = {
  add: 'adds',
  subtract: 'subtracts',
  intersect: 'intersects',
};

export function HandTools() {
  const { veilTool } = veilHand.use('veilTool');
  const { piece } = useBench();
  if (piece.plates.length === 0)
    return <span className="text-faint">A veil is cut from a photograph. Choose one on line 0.</span>;
  return tools.map(({ tool, name, tip }) => (
    <button
      key={tool}
      className="plain-button"
      title={tip}
      aria-pressed={veilTool === tool}
      onClick={() => veilHand.set({ veilTool: tool })}
    >
      {name}
    </button>
  ));
}

/** The settings of the tool in the hand. */
export function HandOptions(): ReactNode {
  const { veilTool } = veilHand.use('veilTool');
  const Options = options[veilTool];
  return <Options />;
}

const options: Record<VeilTool, () => ReactNode> = {
  'stand-out': ThingChoice,
  trace: TraceOptions,
  scribble: ScribbleOptions,
  tone: () => (
    <>
      <OperationChoice />
      <Hint>Click colours that stand in front.</Hint>
    </>
  ),
  edge: EdgeOptions,
  'touch-up': () => (
    <>
      <TouchUpChoice />
      <StraightStrokes />
      <Size />, soft <Softness />
    </>
  ),
  weave: () => <Hint>Click a crossing to flip it.</Hint>,
  shadow: ShadowOptions,
  graft: GraftOptions,
};

const Hint = ({ children, more }: { children: ReactNode; more?: string }) => (
  <span className="truncate text-faint" title={more}>
    {children}
  </span>
);

function OperationChoice() {
  const { operation } = veilHand.use('operation');
  return (
    <>
      This cut{' '}
      <Choice
        label="Operation of the cut"
        value={operation}
        options={operationNames}
        onChoose={(next) => veilHand.set({ operation: next })}
      />
    </>
  );
}

function Toggle<Key extends keyof VeilHand>({
  field,
  value,
  title,
  children,
}: {
  field: Key;
  value: VeilHand[Key];
  title?: string;
  children: ReactNode;
}) {
  const now = veilHand.use(field)[field];
  return (
    <button
      className="plain-button"
      aria-pressed={now === value}
      title={title}
      onClick={() => veilHand.set({ [field]: value })}
    >
      {children}
    </button>
  );
}

const swapTip = 'Q swaps';

const SideChoice = ({ front, behind }: { front: string; behind: string }) => (
  <>
    <Toggle field="side" value="front" title={swapTip}>
      {front}
    </Toggle>
    <Toggle field="side" value="behind" title={swapTip}>
      {behind}
    </Toggle>
  </>
);

function Size() {
  const { radius } = veilHand.use('radius');
  const set = (value: number) => veilHand.set({ radius: value / 2 });
  return <Quantity label="Brush size" value={radius * 2} unit="px" min={1} max={4000} onDraft={set} onCommit={set} />;
}

/** What a touch-up stroke does, and whether it keeps to the letters' edge. */
function TouchUpChoice() {
  const { side, clearing, fence } = veilHand.use('side', 'clearing', 'fence');
  const { lettering } = useBench();
  const choices = [
    { name: 'Bring front', on: !clearing && side === 'front', hand: { side: 'front', clearing: false } },
    { name: 'Send behind', on: !clearing && side === 'behind', hand: { side: 'behind', clearing: false } },
    { name: 'Clear brushing', on: clearing, hand: { clearing: true } },
  ] as const;
  return (
    <>
      {choices.map(({ name, on, hand }) => (
        <button
          key={name}
          className="plain-button"
          title={swapTip}
          aria-pressed={on}
          onClick={() => veilHand.set(hand)}
        >
          {name}
        </button>
      ))}
      {lettering && (
        <button
          className="plain-button"
          title="Strokes end at the letters’ edge"
          aria-pressed={fence === 'inside'}
          onClick={() => veilHand.set({ fence: fence === 'inside' ? 'none' : 'inside' })}
        >
          Hold to the letters
        </button>
      )}
    </>
  );
}

/** Strokes straight from where they begin to where they end. */
const StraightStrokes = () => {
  const { straightStroke } = veilHand.use('straightStroke');
  return (
    <button
      className="plain-button"
      aria-pressed={straightStroke}
      title="Straight strokes; for one stroke hold L"
      onClick={() => veilHand.set({ straightStroke: !straightStroke })}
    >
      Straight
    </button>
  );
};

function Softness() {
  const { softness } = veilHand.use('softness');
  const set = (value: number) => veilHand.set({ softness: value / 100 });
  return (
    <Quantity label="Brush softness" value={softness * 100} unit="%" min={0} max={100} onDraft={set} onCommit={set} />
  );
}

function TraceOptions() {
  const { straight, smooth, tracePoint } = veilHand.use('straight', 'smooth', 'tracePoint');
  if (tracePoint) return <TracePointOptions chosen={tracePoint} />;
  return (
    <>
      <OperationChoice />
      <button
        className="plain-button"
        title="Hold Shift for one click"
        aria-pressed={straight}
        onClick={() => veilHand.set({ straight: !straight, smooth: false })}
      >
        Straight
      </button>
      <button
        className="plain-button"
        title="A smooth curve through the clicked points, where there is no edge to follow"
        aria-pressed={smooth}
        onClick={() => veilHand.set({ smooth: !smooth, straight: false })}
      >
        Smooth
      </button>
      <Hint more="Click along the edge. Click the first point to close it; at the sheet’s border it closes by itself. Backspace removes the last point. A click on a closed line puts a point in; a click on a point chooses it. By keyboard: arrows, Enter, End to close.">
        Click along the edge; the first point closes it.
      </Hint>
    </>
  );
}

function ScribbleOptions() {
  const { boxing } = veilHand.use('boxing');
  return (
    <>
      <OperationChoice />
      <SideChoice front="Front" behind="Behind" />
      <button
        className="plain-button"
        title="Draw a box around what stands in front: the cut is solved only there"
        aria-pressed={boxing}
        onClick={() => veilHand.set({ boxing: !boxing })}
      >
        Box
      </button>
      <StraightStrokes />
      <Size />
      <Hint>Draw roughly over it; the cut is solved while you go on. Q swaps.</Hint>
    </>
  );
}

const edgeHints: Record<VeilHand['edgeBrush'], string> = {
  band: 'Paint over hair, grass or blur: this refines the edge there.',
  outwards: 'Brush along a stretch of the border: it moves by half a px.',
  inwards: 'Brush along a stretch of the border: it moves by half a px.',
  softer: 'Brush along the dots.',
  crisper: 'Brush along the dots.',
  cast: 'Click where the old background’s colour is left on the edge.',
};

function EdgeOptions() {
  const { edgeBrush } = veilHand.use('edgeBrush');
  const { veil } = useBench();
  return (
    <>
      <Toggle field="edgeBrush" value="band" title="Refines the edge where you paint">
        Solve
      </Toggle>
      <Toggle field="edgeBrush" value="outwards" title="Moves the border outwards where you brush">
        Out
      </Toggle>
      <Toggle field="edgeBrush" value="inwards" title="Moves the border inwards where you brush">
        In
      </Toggle>
      {veil?.softness && (
        <>
          <Toggle field="edgeBrush" value="softer">
            Softer
          </Toggle>
          <Toggle field="edgeBrush" value="crisper">
            Crisper
          </Toggle>
        </>
      )}
      <Toggle field="edgeBrush" value="cast" title="A colour of the old background that is left on the edge">
        Cast
      </Toggle>
      {edgeBrush !== 'cast' && <Size />}
      {edgeBrush !== 'band' && edgeBrush !== 'cast' && (
        <>
          , soft <Softness />
        </>
      )}
      <Hint>{edgeHints[edgeBrush]}</Hint>
    </>
  );
}

function ShadowOptions() {
  const { veil } = useBench();
  const { shadowOn } = veilHand.use('shadowOn');
  if (!veil) return <Hint>Cut a veil first: then it can throw a shadow.</Hint>;
  if (!veil.shadow && !veil.graft?.shadow)
    return (
      <>
        <ThrowButton veil={veil} on="letters" />
        <Hint>This veil throws no shadow yet.</Hint>
      </>
    );
  return (
    <>
      <Toggle field="shadowBrush" value="deepen">
        Deepen
      </Toggle>
      <Toggle field="shadowBrush" value="clear">
        Erase
      </Toggle>
      <Toggle field="shadowBrush" value="far" title="The veil stands far off here: the shadow falls wider and softer">
        Far off
      </Toggle>
      <Toggle field="shadowBrush" value="near" title="The veil touches here: the shadow clings">
        Near
      </Toggle>
      <Size />, soft <Softness />
      {veil.shadow && veil.graft?.shadow && (
        <Choice
          label="Which shadow"
          value={shadowOn}
          options={{ letters: 'on the letters', plate: 'on the photograph' }}
          onChoose={(next) => veilHand.set({ shadowOn: next })}
        />
      )}
    </>
  );
}

function GraftOptions() {
  const { veil } = useBench();
  return (
    <Hint>
      {veil?.graft
        ? 'Drag to move; the rings turn and scale. Arrow keys move by 1 px.'
        : 'Unfold line 3 and copy this veil as a graft; then it can be moved here.'}
    </Hint>
  );
}
