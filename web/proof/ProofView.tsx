import type { PieceSize } from '../../core/piece/sizeSchema';
import { useEffect, useRef, useState } from 'react';
import type { Bytes } from '../../core/proof/look';
import { Progress } from '../ui/Progress';
import type { ProofSettings } from './settings';
import { screenPerMm } from './screen';

interface ViewProps {
  settings: ProofSettings;
  now: Bytes | null;
  before: Bytes | null;
  /** A small picture that stands there until the first one is drawn. */
  first: string;
  isReady: boolean;
  startedAt: number;
  /** Of the sheet, mm. */
  paper: { width: number; height: number };
}

/** One change of the two pictures when they blink, ms. */
const blinkMs = 700;

/** The picture that is proofed, before and after as it is wanted. */
export function ProofView({ settings, now, before, first, isReady, startedAt, paper }: ViewProps) {
  const { comparing, edges, bleed, safe, trueSize, look } = settings;
  const [at, setAt] = useState(50);
  const isBlinking = comparing === 'blink';
  const isBefore = useBlink(isBlinking);
  const showsBefore = comparing === 'before' || (isBlinking && isBefore);
  const isFlat = look.body === 'sheet' && look.distance !== 'thumbnail';
  const width = trueSize && isFlat ? paper.width * screenPerMm() : undefined;
  const aspect = now ? now.width / now.height : paper.width / paper.height;
  const one = (bytes: Bytes | null, label: string) => (
    <figure
      className="relative m-auto min-h-0 max-w-full"
      style={
        width
          ? { width, aspectRatio: String(aspect), flexShrink: 0 }
          : {
              aspectRatio: String(aspect),
              width: look.distance === 'thumbnail' ? now?.width : '100%',
              maxHeight: '100%',
            }
      }
      aria-label={label}
    >
      {bytes ? (
        <Painted bytes={bytes} label={label} />
      ) : (
        <img className="h-full w-full object-contain" src={first} alt="" />
      )}
      {edges && isFlat && bytes && <Edges paper={paper} bleed={bleed} safe={safe} />}
      {comparing === 'wipe' && bytes && before && (
        <div className="absolute inset-0 overflow-hidden" style={{ clipPath: `inset(0 ${100 - at}% 0 0)` }}>
          <Painted bytes={before} label="The photograph" />
        </div>
      )}
      {comparing === 'wipe' && (
        <>
          <div
            className="pointer-events-none absolute inset-y-0 w-px bg-white outline outline-1 outline-ink/60"
            style={{ left: `${at}%` }}
          />
          <input
            type="range"
            aria-label="Where the wipe stands"
            className="absolute inset-x-0 bottom-2 w-full"
            min={0}
            max={100}
            value={at}
            onChange={({ target }) => setAt(Number(target.value))}
          />
        </>
      )}
    </figure>
  );
  return (
    <div className="relative flex min-h-0 grow gap-3 overflow-auto bg-mat p-6" data-testid="proof" data-ready={isReady}>
      {comparing === 'beside' && one(before, 'The photograph')}
      {one(showsBefore ? before : now, showsBefore ? 'The photograph' : 'The finished picture')}
      {!isReady && (
        <div className="absolute bottom-3 left-3 w-64 rounded-sheet border border-rule bg-card px-3 py-2">
          <Progress done={null} stage="Drawing" startedAt={startedAt} />
        </div>
      )}
    </div>
  );
}

/** Whether it is the other picture's turn. */
function useBlink(on: boolean): boolean {
  const [other, setOther] = useState(false);
  useEffect(() => {
    if (!on) return setOther(false);
    const timer = window.setInterval(() => setOther((before) => !before), blinkMs);
    return () => window.clearInterval(timer);
  }, [on]);
  return other;
}

/** A picture on a canvas of its own size. */
function Painted({ bytes, label }: { bytes: Bytes; label: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const { width, height, data } = bytes;
    canvas.current?.getContext('2d')?.putImageData(new ImageData(new Uint8ClampedArray(data), width, height), 0, 0);
  }, [bytes]);
  return (
    <canvas
      ref={canvas}
      role="img"
      aria-label={label}
      className="clear-ground h-full w-full object-contain"
      width={bytes.width}
      height={bytes.height}
    />
  );
}

/** Where it is trimmed, and what should stay free of words. */
function Edges({
  paper: { width, height },
  bleed,
  safe,
}: Pick<ProofSettings, 'bleed' | 'safe'> & Pick<ViewProps, 'paper'>) {
  const rect = ([top, right, bottom, left]: PieceSize['safe']) => ({
    x: bleed + left,
    y: bleed + top,
    width: Math.max(0, width - 2 * bleed - left - right),
    height: Math.max(0, height - 2 * bleed - top - bottom),
  });
  const trim = rect([0, 0, 0, 0]);
  const thin = Math.max(width, height) / 600;
  return (
    <svg className="pointer-events-none absolute inset-0 h-full w-full" viewBox={`0 0 ${width} ${height}`} aria-hidden>
      {bleed > 0 && (
        <path
          d={`M0 0H${width}V${height}H0ZM${bleed} ${bleed}V${height - bleed}H${width - bleed}V${bleed}Z`}
          fillRule="evenodd"
          fill="#1F232873"
        />
      )}
      <rect {...trim} fill="none" stroke="#fff" strokeWidth={2.4 * thin} />
      <rect {...trim} fill="none" stroke="#9C3B22" strokeWidth={thin} />
      <rect {...rect(safe)} fill="none" stroke="#fff" strokeWidth={2.4 * thin} strokeOpacity={0.8} />
      <rect
        {...rect(safe)}
        fill="none"
        stroke="#1F2328"
        strokeWidth={thin}
        strokeDasharray={`${6 * thin} ${4 * thin}`}
      />
    </svg>
  );
}
