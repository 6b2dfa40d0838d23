import { ChevronUp } from 'lucide-react';
import type { Cut, CutOperation, Veil } from '../../../../core/passes/veils/schema';
import {
  changeCut,
  moveCut,
  removeContour,
  removeCut,
  replaceStretch,
  setCutOperation,
} from '../../../../core/piece/edits/veils';
import { isSolvedCut, stateOf, type SolvedCut } from '../../../../core/passes/veils/solved';
import { aroundBorder } from '../../../../core/passes/veils/trace/close';
import { Choice } from '../../../ui/Choice';
import { useAppSelector } from '../../../store';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { Quantity } from '../../../ui/Quantity';
import { FileButton } from '../../../ui/FileButton';
import { replaceMatte } from './cutFile';
import { CutFiles } from './CutFiles';
import { cutPlate, sheetOnPlate } from './cutting';
import { solver } from './solver';
import { operationNames } from './tools';
import { pictureKinds } from '../../../api/pictureKinds';

const kindNames: Record<Cut['kind'], string> = {
  trace: 'Trace',
  scribble: 'Scribble cut',
  tone: 'Tone key',
  picture: 'Matte',
};

/** The cuts of a veil in the order in which they are joined. */
export function CutList({ veil }: { veil: Veil }) {
  const { mayChange, piece } = useBench();
  return (
    <div className="flex flex-col gap-1">
      {veil.cuts.length === 0 && (
        <p className="text-faint">
          Nothing is cut yet. Trace along an edge, scribble over it, key its colour, or take a matte from a file.
        </p>
      )}
      <ol className="flex flex-col" aria-label="Cuts">
        {veil.cuts.map((cut, i) => (
          <li key={i} className="border-b border-rule py-1">
            <div className="flex items-center gap-2">
              <span className="grow">
                {kindNames[cut.kind]}{' '}
                <Choice<CutOperation>
                  label={`Operation of ${kindNames[cut.kind]} ${i + 1}`}
                  inSentence
                  value={cut.operation}
                  options={operationNames}
                  disabled={!mayChange}
                  onChoose={(operation) =>
                    editing.commit('Change the operation of a cut', setCutOperation(veil.id, i, operation))
                  }
                />{' '}
                <span className="text-faint">{contents(cut)}</span>
              </span>
              {i > 0 && (
                <button
                  className="quiet-button"
                  aria-label="Join it earlier"
                  title="Join it earlier"
                  onClick={() => editing.commit('Join a cut earlier', moveCut(veil.id, i, i - 1))}
                >
                  <ChevronUp size={14} aria-hidden />
                </button>
              )}
              <button className="quiet-button" onClick={() => editing.commit('Remove a cut', removeCut(veil.id, i))}>
                Remove
              </button>
            </div>
            {cut.kind === 'picture' && (
              <FileButton
                label={`Another matte for ${kindNames.picture} ${i + 1}`}
                accept={pictureKinds}
                disabled={!mayChange}
                onFiles={([file]) => replaceMatte(cutPlate(piece, veil)!, veil.id, i, file)}
              >
                Replace
              </FileButton>
            )}
            {isSolvedCut(cut) && <Specks veil={veil} index={i} cut={cut} />}
            {isSolvedCut(cut) && stateOf(cut) !== 'solved' && <StillToSolve cut={cut} />}
            {cut.kind === 'trace' && <Contours veil={veil} cut={i} contours={cut.contours} />}
          </li>
        ))}
      </ol>
      <CutFiles veil={veil} />
    </div>
  );
}

/** Small islands and holes of a solved cut are cleared. */
function Specks({ veil, index, cut }: { veil: Veil; index: number; cut: SolvedCut }) {
  const { mayChange } = useBench();
  return (
    <p className="pl-3" title="Islands and holes that are smaller than this across; 0 leaves all">
      Specks under{' '}
      <Quantity
        label={`Specks of cut ${index + 1} that are cleared`}
        value={cut.specks}
        unit="px"
        min={0}
        max={1000}
        disabled={!mayChange}
        onCommit={(specks) => editing.commit('Clear islands and holes', changeCut(veil.id, index, { specks }))}
      />{' '}
      are cleared
    </p>
  );
}

/** A cut whose pixels are missing, or coarse: they are on their way, or could not be had. */
function StillToSolve({ cut }: { cut: SolvedCut }) {
  const isUnderWay = useAppSelector(({ bench }) => bench.queued > 0);
  const { mayChange } = useBench();
  return (
    <p className="flex items-center gap-2 pl-3 text-ochre">
      <span className="grow">{stateOf(cut) === 'coarse' ? 'Solved coarsely so far.' : 'Still to be solved.'}</span>
      {!isUnderWay && (
        <button className="quiet-button" disabled={!mayChange} onClick={() => solver.again()}>
          Try again
        </button>
      )}
    </p>
  );
}

const many = (count: number, one: string): string => `${count} ${one}${count === 1 ? '' : 's'}`;

function contents(cut: Cut): string {
  if (cut.kind === 'trace') return many(cut.contours.length, 'contour');
  if (cut.kind === 'scribble') return `${many(cut.marks.length, 'stroke')}${cut.box ? ', box' : ''}`;
  return cut.kind === 'tone' ? many(cut.samples.length, 'colour') : '';
}

function Contours({
  veil,
  cut,
  contours,
}: {
  veil: Veil;
  cut: number;
  contours: Extract<Cut, { kind: 'trace' }>['contours'];
}) {
  const { piece } = useBench();
  const sheet = sheetOnPlate(piece, cutPlate(piece, veil)!);
  return (
    <ul className="pl-3">
      {contours.map((contour, i) => {
        const last = contour.points.length - 1;
        const alongBorder = contour.closed && contour.points[last].to === 'border';
        const turn = (): void => {
          const [first, end] = [contour.points[0], contour.points[last]];
          const [short, long] = [false, true].map((way) =>
            aroundBorder([first.x, first.y], [end.x, end.y], sheet, way).map(([x, y]): [number, number] => [x, y]),
          );
          const isShort = JSON.stringify(short) === JSON.stringify(end.via) || short.length === end.via.length;
          editing.commit(
            'Close on the other side',
            replaceStretch(veil.id, cut, i, last, { to: 'border', via: isShort ? long : short }),
          );
        };
        return (
          <li key={i} className="flex items-center gap-2">
            <span className="grow">
              Contour {i + 1}: {contour.points.length} points{contour.closed ? '' : ', open'}
            </span>
            {alongBorder && (
              <button className="quiet-button" onClick={turn}>
                Other side
              </button>
            )}
            {contours.length > 1 && (
              <button
                className="quiet-button"
                aria-label={`Remove contour ${i + 1}`}
                onClick={() => editing.commit('Remove a contour', removeContour(veil.id, cut, i))}
              >
                Remove
              </button>
            )}
          </li>
        );
      })}
    </ul>
  );
}
