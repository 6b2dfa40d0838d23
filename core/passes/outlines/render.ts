import { changeIn, copyOf, crop, emptyRaster, type Raster } from '../../pixels/raster';
import { grow, unionOf, type Region } from '../../pixels/region';
import {
  contentKey,
  inputsOf,
  keyOf,
  nowhere,
  partIn,
  prefixed,
  touches,
  type Inputs,
  type Node,
  type Request,
} from '../../graph/node';
import { standingEm } from '../../type/standing';
import type { Letter, Letters } from '../../type/letters';
import { layer, type Layer, type PaintScene } from '../pass';
import { coverOf, placedLetters, type PlacedLetter } from '../../graph/cover';
import { fillingOf, layShare, type Filling } from '../../coats/filling';
import type { FillUnit } from '../../coats/fill';
import { bandOf, reachOf, spreadOf, type Band, type Reach } from './bands';
import { nearest } from './flat';
import { keepNearest, neighbours } from './nearest';
import type { Outline, Outlines } from './schema';

/** An outline with its paint. */
interface Dressed {
  outline: Outline;
  reach: Reach;
  /** How far it reaches beyond the letters at most, sheet px. */
  spread: number;
  filling: Filling;
  /** Where each of its units lies. */
  units: { unit: FillUnit; placed: PlacedLetter[] }[];
  /** Sheet px. */
  bounds: Region | null;
}

/**
 * Outlines come with the letters' own layer, so that at the edge ink and outline share each px between them and nothing
 * shines
 * through. Those with a blend mode of their own are laid on by themselves; those in front of veils come again before
 * them.
 */
export function outlinesLayers(
  below: readonly Layer[],
  letters: Letters,
  { list }: Outlines,
  scene: PaintScene,
): readonly Layer[] {
  const index = below.findLastIndex(({ place }) => place === 'with');
  const shown = list.filter(({ width, opacity, coats }) => width > 0 && opacity > 0 && coats.length > 0);
  if (index < 0 || shown.length === 0) return below;
  const base = below[index];
  const em = standingEm(letters);
  // Openings in a panel come once, whatever veils lie over single letters; so do their outlines.
  const whole = base.once ? { ...letters, drawn: undefined } : letters;
  const dressed = shown.map((outline) => dress(outline, whole, em, scene));
  const isWith = ({ outline }: Dressed): boolean => outline.mode === base.mode;
  const own = dressed.filter(isWith);
  const apart = dressed.filter((one) => !isWith(one) && !one.outline.front);
  const { once } = base;
  const alone = (one: Dressed): Layer => {
    const isTucked = one.outline.side === 'outside';
    return layer(nameOf(one), edgedNode(whole, [one], { isTucked }), { mode: one.outline.mode, once });
  };
  const inFront = (one: Dressed): Layer =>
    layer(`${nameOf(one)} in front`, edgedNode(whole, [one], {}), {
      mode: one.outline.mode,
      place: 'beforeVeils',
      once,
      isRepeated: isWith(one),
    });
  const surroundings = { inside: base.parts?.inside ?? base.node, outside: base.parts?.outside };
  const edged = own.length === 0 ? base : edgedLayer(base, whole, own, surroundings);
  return [
    ...below.slice(0, index),
    ...apart.filter(({ outline }) => outline.side === 'outside').map(alone),
    edged,
    ...below.slice(index + 1),
    ...apart.filter(({ outline }) => outline.side !== 'outside').map(alone),
    ...dressed.filter(({ outline }) => outline.front).map(inFront),
  ];
}

const edgedLayer = ({ name, mode, once }: Layer, whole: Letters, own: Dressed[], around: Surroundings): Layer =>
  layer(name, edgedNode(whole, own, around), {
    mode,
    once,
    parts: {
      inside: edgedNode(whole, own, around, 'inside'),
      outside: edgedNode(whole, own, around, 'outside'),
    },
  });

const nameOf = ({ outline }: Dressed): string => `outline ${outline.id}`;

function dress(outline: Outline, letters: Letters, em: number, scene: PaintScene): Dressed {
  const reach = reachOf(outline, em);
  const filling = fillingOf(outline.coats, letters, scene);
  const drawn = letters.drawn ?? letters.letters;
  const split =
    outline.contour === 'each'
      ? filling.unitsOf(drawn).flatMap((unit) => unit.letters.map((letter) => ({ ...unit, letters: [letter] })))
      : filling.unitsOf(drawn);
  const units = split.map((unit) => ({ unit, placed: placedLetters(unit.letters, letters.place) }));
  const bounds = unionOf(units.flatMap(({ placed }) => placed.map((one) => one.bounds)));
  // In the letters' plane it is wider where that is nearer.
  const spread = spreadOf(outline, reach) * (outline.unit === 'em' ? nearest(letters) : 1);
  return { outline, reach, spread, filling, units, bounds: bounds && grow(bounds, spread) };
}

/** What outlines are laid on. */
interface Surroundings {
  /** What is in the letters already, cut by them. */
  inside?: Node;
  /** What is around them, not yet cut. */
  outside?: Node;
  /** The letters are laid over the outlines later: at their edge the outlines do not make room for them. */
  isTucked?: boolean;
}

/**
 * Letters with outlines. Two stacks are painted as if they had no edge: what is seen within the letters, and what
 * around them;
 * then each gets the part of every px that is its own.
 * @param wanted both; or what is seen in the letters, cut by them; or what is around them, not yet cut
 */
function edgedNode(
  letters: Letters,
  outlines: readonly Dressed[],
  { inside, outside, isTucked = false }: Surroundings,
  wanted: 'both' | 'inside' | 'outside' = 'both',
): Node {
  const all = placedLetters(letters.letters, letters.place);
  const inputsFor = (index: number): string => `outline ${index}`;
  return {
    key: contentKey(
      'edged',
      wanted,
      isTucked,
      inside?.key,
      outside?.key,
      letters.place,
      letters.warp?.key,
      letters.size,
      keyOf(letters.letters),
      letters.drawn && keyOf(letters.drawn),
      outlines.map(({ outline, filling }) => [keyOf(outline), filling.key]),
    ),
    channels: 4,
    bounds:
      unionOf([inside?.bounds ?? null, outside?.bounds ?? null, ...outlines.map(({ bounds }) => bounds)]) ?? nowhere,
    needs(request) {
      const { region } = request;
      const fillings = outlines.map(({ filling }, i) => prefixed(inputsFor(i), filling.needs(request)));
      return {
        ...(inside && { inside: { node: inside, region } }),
        ...(outside && { outside: { node: outside, region } }),
        ...Object.assign({}, ...fillings),
      };
    },
    async compute(request, inputs) {
      const ink = inside ? inputs.inside : null;
      const around = outside ? copyOf(inputs.outside) : emptyRaster(request.region.width, request.region.height, 4);
      const near = outlines.flatMap((one, i) =>
        one.bounds && touches(one.bounds, request) ? [{ one, own: inputsOf(inputsFor(i), inputs) }] : [],
      );
      if (near.length === 0 && !outside) return wanted === 'outside' ? around : (ink ?? around);
      const cover = coverOf(all, letters.place, request);
      const within = uncut(ink, cover, request);
      for (const { one, own } of near) await layOutline(one, letters, request, cover, own, within, around);
      if (wanted === 'outside') return around;
      return sidesOf(
        within,
        wanted === 'inside' ? emptyRaster(around.width, around.height, 4) : around,
        cover,
        isTucked,
      );
    },
  };
}

/** Lays one outline on what is within the letters and on what is around them. */
async function layOutline(
  { outline, reach, spread, filling, units }: Dressed,
  letters: Letters,
  request: Request,
  cover: Raster,
  inputs: Inputs,
  within: Raster,
  around: Raster,
): Promise<void> {
  const distances = new Map<Letter, Float32Array>();
  for (const { unit, placed } of units) {
    if (!placed.some(({ bounds }) => touches(grow(bounds, spread), request))) continue;
    const beside = outline.contour === 'joined' ? neighbours(letters, placed, spread, request) : [];
    // Distances are kept for the whole request, so that units share them.
    const box = beside.length > 0 ? request.region : boxOf(placed, spread, request);
    if (!box) continue;
    const part = { ...request, region: box };
    const covered = crop(cover, request.region, box);
    const band = bandOf(outline, { reach, spread }, [...placed, ...beside], letters, part, covered);
    if (beside.length > 0) keepNearest(band, placed, beside, letters, spread, request, distances);
    const fill = filling.colour ? null : await filling.paint(unit, request, inputs, box);
    // A contour around each letter runs over those before it; one around all runs over none.
    if (outline.contour === 'each')
      runOver(band, coverOf(placedLetters(before(letters, unit.letters[0]), letters.place), letters.place, part));
    const lay = (stack: Raster, share: Float32Array, isWithin: boolean): void =>
      changeIn(stack, request.region, box, (under) =>
        layShare(under, fill, filling.colour, partOf(share, covered, isWithin), outline.opacity, outline.mode),
      );
    if (band.within) lay(within, band.within, true);
    if (band.around) lay(around, band.around, false);
  }
}

/** The part of a request that the outline around some letters can reach, output px; null where it does not. */
function boxOf(placed: readonly PlacedLetter[], spread: number, request: Request): Region | null {
  const bounds = unionOf(placed.map((one) => one.bounds));
  return bounds && partIn(grow(bounds, spread), request);
}

/** A coverage as a part of what the letters cover of each px, or of what they leave; in place. */
function partOf(share: Float32Array, { data }: Raster, isWithin: boolean): Float32Array {
  for (let i = 0; i < share.length; i++) {
    if (share[i] <= 0) continue;
    const room = isWithin ? data[i] : 1 - data[i];
    if (room <= 0) share[i] = 0;
    else if (room < 1) share[i] = Math.min(1, share[i] / room);
  }
  return share;
}

const before = ({ letters }: Letters, letter: Letter): Letter[] => letters.slice(0, letters.indexOf(letter));

/** What of a letter's own contour lies on letters before it is within the letters. */
function runOver(band: Band, covered: Raster): void {
  const { around } = band;
  if (!around) return;
  const within = (band.within ??= new Float32Array(around.length));
  for (let i = 0; i < around.length; i++) {
    const part = Math.min(around[i], covered.data[i]);
    if (part <= 0) continue;
    within[i] += part;
    around[i] -= part;
  }
}

/** What is in the letters as it would be if they had no edge. */
function uncut(ink: Raster | null, cover: Raster, { region }: Request): Raster {
  if (!ink) return emptyRaster(region.width, region.height, 4);
  const out = copyOf(ink);
  for (let i = 0, at = 0; i < cover.data.length; i++, at += 4) {
    const share = cover.data[i];
    // Whole px are as they are; clear ones are not seen.
    if (share <= 0 || share >= 1) continue;
    for (let c = 0; c < 4; c++) out.data[at + c] = share > 1e-6 ? Math.min(1, out.data[at + c] / share) : 0;
  }
  return out;
}

/** Each stack in its own part of every px; in place of the first. */
function sidesOf(within: Raster, around: Raster, cover: Raster, isTucked: boolean): Raster {
  for (let i = 0, at = 0; i < cover.data.length; i++, at += 4) {
    const share = cover.data[i];
    if (share >= 1 || (share <= 0 && around.data[at + 3] === 0)) continue;
    const rest = isTucked ? Number(share < 1) : 1 - share;
    for (let c = 0; c < 4; c++) within.data[at + c] = within.data[at + c] * share + around.data[at + c] * rest;
  }
  return within;
}
