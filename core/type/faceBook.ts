import { Blob as FaceBlob, Buffer as ShapeBuffer, Direction, Face, Font, Feature, Variation, shape } from 'harfbuzzjs';
import type { Region } from '../pixels/region';
import { pathBounds } from '../shape/bounds';
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

/** A way in which a variable face can be changed, such as its weight. */
export interface FaceAxis {
  /** OpenType tag, such as `wght`. */
  tag: string;
  name: string;
  min: number;
  standard: number;
  max: number;
}

/** How a stretch of text is to be shaped. */
export interface ShapeOrder {
  /** OpenType tags with their values, such as `{ kern: 1 }`. */
  features?: Record<string, number>;
  rightToLeft?: boolean;
  /** ISO 15924 tag; guessed from the text when left out. */
  script?: string | null;
  /** The stretch of the text, UTF-16 units; what stands around it decides how letters join. */
  from?: number;
  to?: number;
}

/** A face that has been read, with its axes set: it shapes text and gives outlines. */
export interface OpenFace {
  readonly asset: string;
  /** Height of a flat capital in em. */
  readonly capHeight: number;
  readonly axes: readonly FaceAxis[];
  /** Shapes a stretch of one direction by HarfBuzz: glyphs in visual order from left to right. */
  shape(text: string, order?: ShapeOrder): ShapedGlyph[];
  /** The outline of a glyph in em, y running down (as on a sheet), or an empty path. */
  outline(glyph: number): Path;
  /** The box of a glyph's ink in em, y running down; null without ink. */
  bounds(glyph: number): Region | null;
  /** True where the face has a letter for this code point. */
  has(codePoint: number): boolean;
  /**
   * The same face with its axes set otherwise; those not named keep their standard, values beyond the limits come to
   * them.
   */
  varied(axes: Readonly<Record<string, number>>): OpenFace;
}

/** Raised when bytes are not a face that letters can be drawn from. */
export class FaceError extends Error {}

/** What harfbuzzjs gives for a variable axis. */
interface AxisInfo {
  nameId: number;
  min: number;
  default: number;
  max: number;
}

/**
 * Reads a TrueType or OpenType file.
 * @throws FaceError when it holds no letters
 */
export function openFace(asset: string, bytes: Uint8Array): OpenFace {
  const face = new Face(new FaceBlob(bytes), 0);
  if (!face.upem || face.collectUnicodes().length === 0)
    throw new FaceError('This file is not a face: it holds no letters.');
  const axes = Object.entries(face.getAxisInfos() as Record<string, AxisInfo>).map(([tag, info]): FaceAxis => ({
    tag,
    name: axisName(face, tag, info.nameId),
    min: info.min,
    standard: info.default,
    max: info.max,
  }));
  const known = new Map<string, OpenFace>();
  const varied = (wanted: Readonly<Record<string, number>>): OpenFace => {
    const set = axes.flatMap(({ tag, min, max, standard }) => {
      const value = Object.hasOwn(wanted, tag) ? Math.min(max, Math.max(min, wanted[tag])) : standard;
      return value === standard ? [] : [[tag, value] as const];
    });
    const key = JSON.stringify(set);
    let one = known.get(key);
    if (!one) {
      // Dragging an axis passes many settings; few of them come again.
      if (known.size >= 8) known.clear();
      known.set(key, (one = setFace(asset, face, axes, set, varied)));
    }
    return one;
  };
  return varied({});
}

/** Plain names of the registered axes; any other is called what the face calls it. */
const axisNames: Record<string, string> = {
  wght: 'weight',
  wdth: 'width',
  opsz: 'optical size',
  slnt: 'slant',
  ital: 'italic',
};

function axisName(face: Face, tag: string, nameId: number): string {
  return axisNames[tag] ?? (face.getName(nameId, 'en').toLowerCase() || tag);
}

function setFace(
  asset: string,
  face: Face,
  axes: readonly FaceAxis[],
  set: readonly (readonly [string, number])[],
  varied: OpenFace['varied'],
): OpenFace {
  const unitsPerEm = face.upem;
  const font = new Font(face);
  if (set.length > 0) font.setVariations(set.map(([tag, value]) => new Variation(tag, value)));
  const outlines = new Map<number, { path: Path; bounds: Region | null }>();
  const glyphOf = (glyph: number): { path: Path; bounds: Region | null } => {
    let known = outlines.get(glyph);
    if (!known) {
      const path = readOutline(font, glyph, unitsPerEm);
      outlines.set(glyph, (known = { path, bounds: pathBounds(path) }));
    }
    return known;
  };
  return {
    asset,
    axes,
    varied,
    capHeight: capHeightOf(font, unitsPerEm),
    outline: (glyph) => glyphOf(glyph).path,
    bounds: (glyph) => glyphOf(glyph).bounds,
    has: (codePoint) => font.nominalGlyph(codePoint) !== undefined,
    shape(text, { features = {}, rightToLeft, script, from = 0, to = text.length } = {}) {
      const buffer = new ShapeBuffer();
      buffer.addText(text, from, to - from);
      if (rightToLeft !== undefined) buffer.setDirection(rightToLeft ? Direction.RTL : Direction.LTR);
      if (script) buffer.setScript(script);
      buffer.guessSegmentProperties();
      shape(
        font,
        buffer,
        Object.entries(features).map(([tag, value]) => new Feature(tag, value)),
      );
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
    else if (type === 'C')
      steps.push({ kind: 'cubic', control1: at(v[0], v[1]), control2: at(v[2], v[3]), to: at(v[4], v[5]) });
  }
  return steps;
}

function capHeightOf(font: Font, unitsPerEm: number): number {
  const glyph = font.nominalGlyph('H'.codePointAt(0)!);
  const extents = glyph === undefined ? undefined : font.glyphExtents(glyph);
  return extents && extents.yBearing > 0 ? extents.yBearing / unitsPerEm : 0.7;
}
