import { identity } from '../shape/affine';
import { toSvgPath } from '../shape/svgPath';
import type { Region } from '../pixels/region';
import type { VectorItem } from './vectors/items';
import { xmlText } from './xml';

/** A picture that is placed in the drawing: where it lies, px, and its file as a `data:` address, when it is wanted. */
export interface PlacedPicture {
  frame: Region;
  address(): string;
}

/**
 * Readers of XML take no value longer than ten million characters; what is kept in one holds so many px at most, however
 * little they can be packed.
 */
const mostPx = 2.2e6;
/** How many rows two pieces have in common, so that nothing shines through between them. */
const overlap = 2;

/** A picture in pieces that lie below each other, each small enough to be written into a drawing. */
export function piecesOf(frame: Region, channels: 3 | 4): Region[] {
  const rows = Math.max(1, Math.floor((mostPx * 3) / channels / frame.width) - overlap);
  const count = Math.ceil(frame.height / rows);
  return Array.from({ length: count }, (_, i) => {
    const top = i * rows;
    return { ...frame, y: frame.y + top, height: Math.min(frame.height - top, rows + overlap) };
  });
}

export interface SvgDrawing {
  title: string;
  /** The sheet, px. */
  frame: Region;
  ppi: number;
  items: readonly VectorItem[];
  /** Each in pieces. */
  ground: readonly PlacedPicture[];
  inner: readonly PlacedPicture[];
  patch: readonly PlacedPicture[];
}

const mmPerInch = 25.4;

/** A piece as SVG 1.1, in its true size: outlines on pictures. @returns the parts of its text, in order */
export function* svgText({ title, frame, ppi, items, ground, inner, patch }: SvgDrawing): Generator<string> {
  const mm = (px: number): string => `${Number(((px / ppi) * mmPerInch).toFixed(4))}mm`;
  yield '<?xml version="1.0" encoding="UTF-8"?>\n';
  yield `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" version="1.1" width="${mm(frame.width)}" height="${mm(frame.height)}" viewBox="${frame.x} ${frame.y} ${frame.width} ${frame.height}">\n`;
  yield ` <title>${xmlText(title)}</title>\n`;
  yield* imagesText('picture', ground);
  for (const [i, item] of items.entries()) {
    const data = toSvgPath(item.path, identity);
    if (data === '') continue;
    if (item.colour) {
      const hex = item.colour.map((value) => value.toString(16).padStart(2, '0')).join('');
      yield ` <path fill="#${hex}" fill-rule="nonzero" d="${data}"><title>${xmlText(item.name)}</title></path>\n`;
    } else {
      yield ` <clipPath id="letters-${i}"><path clip-rule="nonzero" d="${data}"/></clipPath>\n`;
      yield ` <g clip-path="url(#letters-${i})"><title>${xmlText(item.name)}</title>\n`;
      // One picture is in all of them: it is written once.
      if (items.findIndex(({ colour }) => colour === null) === i) yield* imagesText('in-letters', inner);
      else yield '  <use xlink:href="#in-letters"/>\n';
      yield ' </g>\n';
    }
  }
  yield* imagesText('over-letters', patch);
  yield '</svg>\n';
}

function* imagesText(id: string, pieces: readonly PlacedPicture[]): Generator<string> {
  if (pieces.length === 0) return;
  yield ` <g id="${id}">\n`;
  for (const { frame, address } of pieces) {
    yield `  <image x="${frame.x}" y="${frame.y}" width="${frame.width}" height="${frame.height}" preserveAspectRatio="none" xlink:href="`;
    yield address();
    yield '"/>\n';
  }
  yield ' </g>\n';
}
