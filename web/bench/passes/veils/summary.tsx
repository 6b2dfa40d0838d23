import type { ReactNode } from 'react';
import type { Joining } from '../../../../core/passes/veils/schema';
import { changeVeil, setSoftness } from '../../../../core/piece/edits/veils';
import { useAppDispatch, useAppSelector } from '../../../store';
import { Choice } from '../../../ui/Choice';
import { Quantity } from '../../../ui/Quantity';
import { useBench } from '../../benchContext';
import { handed, type VeilTool } from '../../benchState';
import { EditedValue } from '../../EditedValue';

export function Summary() {
  const { veil, piece } = useBench();
  if (!veil) return <span className="text-faint">Nothing stands in front of the words yet. Cut a veil: along an edge, by rough strokes or by colour.</span>;
  const behind = piece.veils.map(({ name }) => name).join(', ');
  const sigmas = veil.softness?.profile.map(([, , sigma]) => sigma * veil.softness!.factor * plateScale(piece.plates, veil.plate)) ?? [];
  return (
    <span>
      Words behind <b>{behind}</b>; the edge of {veil.name}{' '}
      {sigmas.length > 0 ? (
        <>
          follows the photo’s focus, <b>{Math.min(...sigmas).toFixed(1)}-{Math.max(...sigmas).toFixed(1)} px</b>, times{' '}
          <EditedValue label="Softness factor" says="Set the softness" value={veil.softness!.factor} step={0.05} digits={2} min={0} max={5} edit={(factor) => setSoftness(veil.id, { ...veil.softness!, factor })} />
          {veil.feather > 0 && ', and '}
        </>
      ) : (
        'is '
      )}
      {(sigmas.length === 0 || veil.feather > 0) && (
        <>
          <EditedValue label="Feather" value={veil.feather} unit="px" digits={1} step={0.1} min={0} max={200} edit={(feather) => changeVeil(veil.id, { feather })} /> soft
        </>
      )}
      {veil.fine && (veil.fine.matte ? '; fine edge solved' : '; fine edge painted')}.
    </span>
  );
}

const plateScale = (plates: readonly { id: string; scale: number }[], id: string): number => plates.find((plate) => plate.id === id)?.scale ?? 1;

const tools: { tool: VeilTool; name: string; tip: string }[] = [
  { tool: 'trace', name: 'Trace', tip: 'Cut along an edge, click by click' },
  { tool: 'scribble', name: 'Scribble', tip: 'Cut by rough strokes: in front, behind' },
  { tool: 'tone', name: 'Tone key', tip: 'Cut by colour and brightness' },
  { tool: 'edge', name: 'Fine edge', tip: 'Paint where hair, grass or blur is; the edge is solved there' },
  { tool: 'touch-up', name: 'Touch-up', tip: 'Brush parts to the front or behind' },
  { tool: 'weave', name: 'Weave', tip: 'Turn over single crossings of veil and letter' },
];

export const joiningNames: Record<Joining, string> = { add: 'adds', 'take-away': 'takes away', intersect: 'intersects' };

export function HandTools() {
  const hand = useAppSelector(({ bench }) => bench.hand);
  const { piece } = useBench();
  const dispatch = useAppDispatch();
  if (piece.plates.length === 0) return <span className="text-faint">A veil is cut from a photograph. Choose one on line 0.</span>;
  return tools.map(({ tool, name, tip }) => (
    <button key={tool} className="plain-button" title={tip} aria-pressed={hand.veilTool === tool} onClick={() => dispatch(handed({ veilTool: tool }))}>
      {name}
    </button>
  ));
}

export function HandOptions(): ReactNode {
  const hand = useAppSelector(({ bench }) => bench.hand);
  const dispatch = useAppDispatch();
  const joining = (
    <>
      This cut <Choice label="How the cut joins" value={hand.joining} options={joiningNames} onChoose={(next) => dispatch(handed({ joining: next }))} />
    </>
  );
  const sides = (
    <>
      <button className="plain-button" aria-pressed={hand.side === 'front'} title="Q swaps; Alt held swaps for one stroke" onClick={() => dispatch(handed({ side: 'front' }))}>
        {hand.veilTool === 'scribble' ? 'Front' : 'Bring front'}
      </button>
      <button className="plain-button" aria-pressed={hand.side === 'behind'} title="Q swaps; Alt held swaps for one stroke" onClick={() => dispatch(handed({ side: 'behind' }))}>
        {hand.veilTool === 'scribble' ? 'Behind' : 'Send behind'}
      </button>
    </>
  );
  const size = <Quantity label="Brush size" value={hand.radius * 2} unit="px" min={1} max={4000} onDraft={(value) => dispatch(handed({ radius: value / 2 }))} onCommit={(value) => dispatch(handed({ radius: value / 2 }))} />;
  const softness = <Quantity label="Brush softness" value={hand.softness * 100} unit="%" min={0} max={100} onDraft={(value) => dispatch(handed({ softness: value / 100 }))} onCommit={(value) => dispatch(handed({ softness: value / 100 }))} />;
  switch (hand.veilTool) {
    case 'trace':
      return (
        <>
          {joining}
          <button className="plain-button" title="Shift held does the same for one click" aria-pressed={hand.straight} onClick={() => dispatch(handed({ straight: !hand.straight }))}>
            Straight
          </button>
          <span className="truncate text-faint" title="Click along the edge. Click the first point to close; at the sheet’s border it closes by itself. Backspace takes back. By keyboard: arrows, Enter, End to close.">
            Click along the edge; the first point closes it.
          </span>
        </>
      );
    case 'scribble':
      return (
        <>
          {joining}
          {sides}
          <button className="plain-button" title="Draw a box around what stands in front" aria-pressed={hand.boxing} onClick={() => dispatch(handed({ boxing: !hand.boxing }))}>
            Box
          </button>
          {size}
          <span className="truncate text-faint">Draw roughly over it; it is solved after each stroke. Q swaps.</span>
        </>
      );
    case 'tone':
      return (
        <>
          {joining}
          <span className="truncate text-faint">Click colours that stand in front.</span>
        </>
      );
    case 'edge':
      return (
        <>
          {size}
          <span className="truncate text-faint">Paint over hair, grass or blur; it is solved there.</span>
        </>
      );
    case 'touch-up':
      return (
        <>
          {sides}
          {size}, soft {softness}
        </>
      );
    case 'weave':
      return <span className="truncate text-faint">Click a knot to turn the crossing over.</span>;
  }
}
