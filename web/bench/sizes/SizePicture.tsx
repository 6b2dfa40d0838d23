import { useEffect, useRef } from 'react';
import { Problem } from '../../ui/Problem';
import { unseen, type Seeing } from './useSeenSizes';

interface SizePictureProps {
  label: string;
  /** Of the sheet, px. */
  width: number;
  height: number;
  seeing: Seeing | undefined;
  /** What is not safe along the edges, sheet px: top, right, bottom, left. */
  safe?: readonly [number, number, number, number];
}

/** A size in the small, with its safe part, as soon as it is drawn. */
export function SizePicture({ label, width, height, seeing, safe }: SizePictureProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { bitmap, problem } = seeing ?? unseen;
  useEffect(() => {
    if (!bitmap || !canvas.current) return;
    Object.assign(canvas.current, { width: bitmap.width, height: bitmap.height });
    canvas.current.getContext('2d')!.drawImage(bitmap, 0, 0);
  }, [bitmap]);
  const [top, right, bottom, left] = safe ?? [0, 0, 0, 0];
  const isWide = width >= height;
  return (
    <div className="flex aspect-square w-full items-center justify-center bg-desk p-1" role="img" aria-label={label}>
      {problem && !bitmap ? (
        <Problem>{problem}</Problem>
      ) : (
        <div
          className={`relative min-w-0 clear-ground ${isWide ? 'w-full' : 'h-full'}`}
          style={{ aspectRatio: `${width} / ${height}`, minWidth: 2, minHeight: 2 }}
        >
          {bitmap ? (
            <canvas ref={canvas} className="absolute inset-0 h-full w-full" />
          ) : (
            <span className="absolute inset-0 flex items-center justify-center text-faint">Drawing</span>
          )}
          {bitmap && top + right + bottom + left > 0 && (
            <span
              className="pointer-events-none absolute border border-dashed border-white/90 outline-1 outline-ink/40"
              style={{
                top: `${(top / height) * 100}%`,
                right: `${(right / width) * 100}%`,
                bottom: `${(bottom / height) * 100}%`,
                left: `${(left / width) * 100}%`,
              }}
              aria-hidden
            />
          )}
        </div>
      )}
    </div>
  );
}
