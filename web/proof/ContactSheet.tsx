import { useEffect, useState } from 'react';
import { inAddress } from '../../core/type/wellFormed';
import { lengthLabel } from '../../core/piece/lengths';
import type { Piece } from '../../core/piece/schema';
import type { PieceSize } from '../../core/piece/sizeSchema';
import { papers, type Paper } from '../../core/proof/contactSheet';
import { listVersions, versionPicture, type VersionSummary } from '../api/versions';
import { Choice } from '../ui/Choice';
import { Problem } from '../ui/Problem';
import { Progress } from '../ui/Progress';
import { Quantity } from '../ui/Quantity';
import { Sheet } from '../ui/Sheet';
import { useContactFile, type ChosenPicture } from './useContactFile';

interface ContactSheetProps {
  id: string;
  piece: Piece;
  onClose(): void;
}

/** Longer side of a picture on it, px. */
const side = 1400;

const paperNames = Object.fromEntries(
  (Object.keys(papers) as Paper[]).map((paper) => [paper, papers[paper].name]),
) as Record<Paper, string>;

/** The piece as it is at this moment, on its first sheet or in a size. */
const pictureNow = (id: string, size?: string): string =>
  `/api/pieces/${id}/picture?side=${side}&at=${Date.now()}${size === undefined ? '' : `&size=${inAddress(size)}`}`;

const sheetSays = ({ width, height, ppi }: Pick<PieceSize, 'width' | 'height' | 'ppi'>): string =>
  `${width} × ${height} px, ${lengthLabel(width, 'mm', ppi)} × ${lengthLabel(height, 'mm', ppi)}`;

/** A page for the client: the present state in its sizes, and chosen versions, with captions, the date, and room for remarks. */
export function ContactSheet({ id, piece, onClose }: ContactSheetProps) {
  const { name } = piece;
  const [versions, setVersions] = useState<VersionSummary[] | null>(null);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [captions, setCaptions] = useState<Readonly<Record<string, string>>>({});
  const [paper, setPaper] = useState<Paper>('a4');
  const [remarks, setRemarks] = useState(2);
  const { state, make, cancel } = useContactFile();
  useEffect(() => {
    listVersions(id).then(setVersions, () => setVersions([]));
  }, [id]);
  const all = [
    { key: 'now', caption: 'As it is now', note: sheetSays(piece.sheet), address: pictureNow(id) },
    ...piece.sizes.map((size) => ({
      key: size.id,
      caption: size.name,
      note: sheetSays(size),
      address: pictureNow(id, size.id),
    })),
    ...(versions ?? []).map((one) => ({
      key: one.id,
      caption: one.name,
      note: name,
      address: versionPicture(id, one.id, side),
    })),
  ];
  const chosen: ChosenPicture[] = all
    .filter(({ key }) => !left.has(key))
    .map(({ key, caption, note, address }) => ({ caption: captions[key] ?? caption, note, address }));
  const order = {
    title: name,
    date: new Date().toLocaleDateString([], { day: 'numeric', month: 'long', year: 'numeric' }),
    paper,
    remarks,
  };
  const isMaking = state.at === 'making';
  return (
    <Sheet title="Contact sheet" note="What the client chooses from, on paper or as pictures." open onClose={onClose}>
      <div className="flex flex-col gap-4">
        {versions === null && <p className="text-faint">Looking for versions</p>}
        <ul className="flex flex-col gap-1" aria-label="Pictures on the contact sheet">
          {all.map(({ key, caption }) => (
            <li key={key} className="flex items-center gap-2">
              <input
                type="checkbox"
                className="accent-iron"
                aria-label={`Show ${caption}`}
                checked={!left.has(key)}
                disabled={isMaking}
                onChange={() => setLeft(toggled(left, key))}
              />
              <input
                className="field min-w-0 grow"
                aria-label={`Caption of ${caption}`}
                maxLength={120}
                value={captions[key] ?? caption}
                disabled={isMaking || left.has(key)}
                onChange={({ target }) => setCaptions({ ...captions, [key]: target.value })}
              />
            </li>
          ))}
        </ul>
        <p>
          On <Choice<Paper> label="Paper" inSentence value={paper} options={paperNames} onChoose={setPaper} />, with{' '}
          <Quantity
            label="Lines for remarks"
            value={remarks}
            min={0}
            max={6}
            onCommit={setRemarks}
            onStep={setRemarks}
          />{' '}
          lines for remarks below each.
        </p>
        {isMaking ? (
          <Progress done={state.done} stage={state.stage} startedAt={state.startedAt} onCancel={cancel} />
        ) : (
          <div className="flex flex-wrap gap-2">
            <button
              className="strong-button"
              disabled={chosen.length === 0}
              onClick={() => void make('pdf', chosen, order)}
            >
              Save as PDF
            </button>
            <button
              className="plain-button"
              disabled={chosen.length === 0}
              onClick={() => void make('png', chosen, order)}
            >
              Save as PNG
            </button>
          </div>
        )}
        {chosen.length === 0 && <p className="text-ochre">Choose at least one picture.</p>}
        {state.at === 'failed' && <Problem>{state.problem}</Problem>}
        {state.at === 'done' && (
          <p role="status">
            <b>{state.names.join(', ')}</b> {state.names.length === 1 ? 'is' : 'are'} in your downloads.
          </p>
        )}
      </div>
    </Sheet>
  );
}

function toggled(set: ReadonlySet<string>, key: string): ReadonlySet<string> {
  const next = new Set(set);
  if (!next.delete(key)) next.add(key);
  return next;
}
