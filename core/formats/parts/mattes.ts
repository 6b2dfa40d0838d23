import type { Region } from '../../pixels/region';
import type { CompiledPiece } from '../../render/compile';
import type { PartedPicture } from '../parted';

/** A veil's finished matte, as it lies on the sheet. */
export interface MattePart {
  /** Its name among the parts of the picture. */
  part: string;
  veil: string;
}

/** The mattes of a piece as pictures of the whole sheet: white in front, black behind; 0..255 is coverage, not light. */
export interface MattesPicture extends PartedPicture {
  mattes: readonly MattePart[];
}

/** @param frame output px */
export function mattesPicture(compiled: Pick<CompiledPiece, 'mattes'>, frame: Region): MattesPicture {
  const mattes = [...compiled.mattes].map(([veil, node], i) => ({
    part: `matte${String(i).padStart(3, '0')}`,
    veil,
    node,
  }));
  return {
    mattes: mattes.map(({ part, veil }) => ({ part, veil })),
    parts: mattes.map(({ part }) => ({ name: part, channels: 3 as const, frame })),
    async draw(request, evaluator) {
      const out = new Map<string, Uint8ClampedArray>();
      for (const { part, node } of mattes) {
        const { data, channels } = await evaluator.pixels(node, request);
        const bytes = new Uint8ClampedArray((data.length / channels) * 4);
        for (let i = channels - 1, at = 0; at < bytes.length; i += channels, at += 4) {
          bytes.fill(Math.round(255 * data[i]), at, at + 3);
          bytes[at + 3] = 255;
        }
        out.set(part, bytes);
      }
      return out;
    },
  };
}
