import { Blob as FaceBlob, Buffer as ShapeBuffer, Face, Font, Feature, Variation, shape } from 'harfbuzzjs';
import type { Path, Step } from '../shape/path';

/** One shaped glyph, in em (fractions of the letter size); y runs up, as in the face. */
export interface ShapedGlyph {
  glyph: number;
  /** Index in the shaped text of the first UTF-16 unit that this glyph stands for. */
  cluster: number;
  advance: number;
  offsetX: number;
  offsetY: number;
}

/** A face that has been read: it shapes text and gives outlines. */
export interface OpenFace {
  readonly asset: string;
  /** Height of a flat capital in em. */
  readonly capHeight: number;
  /**
   * Shapes one line by HarfBuzz, glyphs in visual order from left to right.
   * @param features OpenType tags with their values, such as `{ kern: 1 }`
   */
  shape(text: string, features?: Record<string, number>): ShapedGlyph[];
  /** The outline of a glyph in em, y running down (as on a sheet), or an empty path. */
  outline(glyph: number): Path;
  /** True where the face has a letter for this code point. */
  has(codePoint: number): boolean;
}

/** Raised when bytes are not a face that letters can be drawn from. */
export class FaceError extends Error {}

/**
 * Reads a TrueType or OpenType file.
 * @param axes variable axes by tag, in the axis' own units
 * @throws FaceError when it holds no glyphs
 */
export function openFace(asset: string, bytes: Uint8Array, axes: Record<string, number> = {}): OpenFace {
  const face = new Face(new FaceBlob(bytes), 0);
  const unitsPerEm = face.upem;
  if (!unitsPerEm || face.collectUnicodes().length === 0) throw new FaceError('This file is not a face: it holds no letters.');
  const font = new Font(face);
  const variations = Object.entries(axes).map(([tag, value]) => new Variation(tag, value));
  if (variations.length > 0) font.setVariations(variations);
  const outlines = new Map<number, Path>();
  const outline = (glyph: number): Path => {
    let path = outlines.get(glyph);
    if (!path) outlines.set(glyph, (path = readOutline(font, glyph, unitsPerEm)));
    return path;
  };
  return {
    asset,
    capHeight: capHeightOf(font, unitsPerEm),
    outline,
    has: (codePoint) => font.nominalGlyph(codePoint) !== undefined,
    shape(text, features = {}) {
      const buffer = new ShapeBuffer();
      buffer.addText(text);
      buffer.guessSegmentProperties();
      shape(font, buffer, Object.entries(features).map(([tag, value]) => new Feature(tag, value)));
      const positions = buffer.getGlyphPositions();
      return buffer.getGlyphInfos().map((info, i) => ({
        glyph: info.codepoint,
        cluster: info.cluster,
        advance: positions[i].xAdvance / unitsPerEm,
        offsetX: positions[i].xOffset / unitsPerEm,
        offsetY: positions[i].yOffset / unitsPerEm,
      }));
    },
  };
}

function readOutline(font: Font, glyph: number, unitsPerEm: number): Path {
  const at = (x: number, y: number): [number, number] => [x / unitsPerEm, -y / unitsPerEm];
  const steps: Step[] = [];
  for (const { type, values: v } of font.glyphToJson(glyph)) {
    if (type === 'M') steps.push({ kind: 'move', to: at(v[0], v[1]) });
    else if (type === 'L') steps.push({ kind: 'line', to: at(v[0], v[1]) });
    else if (type === 'Q') steps.push({ kind: 'quadratic', control: at(v[0], v[1]), to: at(v[2], v[3]) });
    else if (type === 'C') steps.push({ kind: 'cubic', control1: at(v[0], v[1]), control2: at(v[2], v[3]), to: at(v[4], v[5]) });
  }
  return steps;
}

function capHeightOf(font: Font, unitsPerEm: number): number {
  const glyph = font.nominalGlyph('H'.codePointAt(0)!);
  const extents = glyph === undefined ? undefined : font.glyphExtents(glyph);
  return extents ? extents.yBearing / unitsPerEm : 0.7;
}
