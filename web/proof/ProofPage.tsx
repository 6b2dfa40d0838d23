import { useEffect, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { inAddress } from '../../core/type/wellFormed';
import type { Piece } from '../../core/piece/schema';
import { mmPerPixel } from '../../core/proof/paper';
import type { PieceSize } from '../../core/piece/sizeSchema';
import { pieceAt } from '../../core/sizes/pieceAt';
import { SheetChoice } from '../bench/sizes/SheetChoice';
import { NoSuchPiece } from '../ui/NoSuchPiece';
import { Problem } from '../ui/Problem';
import { Choices } from './Choices';
import { ContactSheet } from './ContactSheet';
import { Findings } from './Findings';
import { PaperChoices } from './PaperChoices';
import { ProofView } from './ProofView';
import { settingsFor, type ProofSettings } from './settings';
import { useLookedAt } from './useLookedAt';
import { useProofedPiece, useProofPictures, useReading } from './useProof';

/** The page for looking: the finished picture as others will see it. */
export function ProofPage() {
  const { id = '' } = useParams();
  const [search] = useSearchParams();
  const { piece, problem } = useProofedPiece(id);
  if (problem) return <NoSuchPiece why={problem} />;
  if (!piece) return <p className="p-6 text-faint">Opening</p>;
  const size = piece.sizes.find((one) => one.id === search.get('size')) ?? null;
  return <OpenProof key={size?.id ?? 'first'} id={id} whole={piece} size={size} />;
}

/** A thumbnail is held in the hand, on a screen of 96 px to an inch: from so far, mm. */
const armLength = 500;
const thumbnailMm = (160 / 96) * 25.4;

/** From how far it is read, mm: where no distance is chosen, as on this screen held as large as on paper. */
function readingDistance({ look }: ProofSettings, longMm: number): number {
  if (look.distance === 'thumbnail') return (armLength * longMm) / thumbnailMm;
  return (look.distance ?? 0.6) * 1000;
}

function OpenProof({ id, whole, size }: { id: string; whole: Piece; size: PieceSize | null }) {
  const piece = pieceAt(whole, size?.id ?? null);
  const [, setSearch] = useSearchParams();
  const [settings, setSettings] = useState(() => settingsFor(size));
  const [startedAt] = useState(Date.now);
  const [isContact, setContact] = useState(false);
  const { comparing, look } = settings;
  const wantsBefore = comparing !== 'now';
  const { bench, pictures, scale, problem } = useProofPictures(id, piece, wantsBefore);
  const { width, height, ppi } = piece.sheet;
  const paper = { width: width * mmPerPixel(ppi), height: height * mmPerPixel(ppi) };
  const now = useLookedAt(pictures.now, look, ppi, scale);
  const before = useLookedAt(wantsBefore ? pictures.before : null, look, ppi, scale);
  const distance = readingDistance(settings, Math.max(paper.width, paper.height));
  const letters = useReading(pictures.now !== null, distance);
  const isReady = now.isReady && (!wantsBefore || before.isReady);
  useEffect(() => {
    document.title = `Proof of ${piece.name} · Inky Veil`;
  }, [piece.name]);
  const ofSize = size ? `?size=${inAddress(size.id)}` : '';
  const set = (change: Partial<ProofSettings>): void => setSettings((last) => ({ ...last, ...change }));
  return (
    <div className="flex h-dvh flex-col overflow-hidden">
      <header className="flex min-h-11 shrink-0 flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule bg-card px-3 py-1">
        <Link to="/" className="font-title text-base text-iron" title="Back to the Shelf">
          Inky Veil
        </Link>
        <span className="text-faint" aria-hidden>
          /
        </span>
        <h1 className="truncate font-semibold">{piece.name}</h1>
        <span className="text-faint">Proof</span>
        <SheetChoice
          label="Size that is proofed"
          whole={whole}
          size={size}
          onChoose={(chosen) => setSearch(chosen === null ? {} : { size: chosen }, { replace: true })}
        />
        <span className="grow" />
        <button className="plain-button" onClick={() => setContact(true)}>
          Contact sheet
        </button>
        <Link className="plain-button" to={`/piece/${id}${ofSize}`}>
          Back to the bench
        </Link>
      </header>
      <div className="flex min-h-0 grow">
        <nav
          aria-label="How to look"
          className="flex w-72 shrink-0 flex-col gap-4 overflow-y-auto border-r border-rule bg-card p-3 max-[900px]:w-56"
        >
          <Choices settings={settings} set={set} printed={(now.isReady && now.seen?.printed) || null} />
          <PaperChoices settings={settings} set={set} {...paper} />
        </nav>
        <main className="flex min-w-0 grow flex-col">
          {(problem ?? now.problem) && <Problem>{problem ?? now.problem}</Problem>}
          <ProofView
            settings={settings}
            now={now.seen}
            before={before.seen}
            first={size ? `/api/pieces/${id}/picture?size=${inAddress(size.id)}` : `/api/pieces/${id}/thumbnail`}
            isReady={isReady}
            startedAt={startedAt}
            paper={paper}
          />
        </main>
        {isContact && <ContactSheet id={id} piece={whole} onClose={() => setContact(false)} />}
        {bench && (
          <Findings ofSize={ofSize} bench={bench} settings={settings} distance={distance / 1000} letters={letters} />
        )}
      </div>
    </div>
  );
}
