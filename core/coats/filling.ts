import { blend, type BlendMode } from '../kernels/blend';
import { crop, emptyRaster, type Raster } from '../pixels/raster';
import { grow, type Region } from '../pixels/region';
import { contentKey, type Inputs, type Need, type Needs, type Request } from '../graph/node';
import { followedBy, inverse, moved, sizeOf } from '../shape/affine';
import type { Letter, Letters } from '../type/letters';
import type { CoatScene } from './scene';
import { picturesOfCoat, type Coat, type PlateCoat } from './schema';
import { fillMargin, isFlat, paintFill, unitOf, type FillUnit } from './fill';
import { mixCoats } from './mainColour';

/** Premultiplied encoded RGBA. */
export type Rgba = [number, number, number, number];

/** Coats as they are laid on some letters: on their ink, on a panel, on an outline. */
export interface Filling {
  /** Short; the same means the same pixels. */
  key: string;
  /** All of it is this colour; null where it must be painted px by px. */
  colour: Rgba | null;
  /** What of the photograph, and of the picture below, is wanted to paint a request. */
  needs(request: Request): Needs;
  /**
   * Not yet cut out by anything.
   * @param inputs the pixels of `needs(request)` @param box the part of the request that is wanted, output px
   */
  paint(unit: FillUnit, request: Request, inputs: Inputs, box?: Region): Promise<Raster>;
  /** Some letters in the units that the coats are laid out along. */
  unitsOf(letters: readonly Letter[]): FillUnit[];
}

/** @param boxed what the coats are laid out in; the letters' ink where it is left out, lettering px */
export function fillingOf(coats: readonly Coat[], letters: Letters, scene: CoatScene, boxed?: Region): Filling {
  const { materials, photo, sheet } = scene;
  const ink = { coats };
  const flat = isFlat(ink);
  const own = sizeOf(letters.place);
  const word = boxed ?? letters.flatInk;
  const plates = flat ? [] : coats.filter((coat): coat is PlateCoat => coat.kind === 'plate' && coat.opacity > 0);
  const wide = ({ region, scale }: Request): Region => grow(region, fillMargin(ink, letters.capHeight, own * scale));
  const readsPicture =
    !flat && coats.some((coat) => coat.kind === 'halftone' && coat.of === 'picture' && coat.opacity > 0);
  const inked = letters.letters.filter(({ bounds }) => bounds);
  const onto = coats.some(({ mode, opacity }) => mode !== 'normal' && opacity > 0) ? (scene.onto ?? null) : null;
  const pictures = coats.flatMap(picturesOfCoat).map((asset) => materials.picture(asset).key);
  return {
    key: flat
      ? contentKey(mixCoats(ink))
      : contentKey(
          coats,
          pictures,
          plates.length > 0 && photo.key,
          readsPicture && scene.below.key,
          onto?.key,
          word,
          letters.capHeight,
          letters.place,
          letters.warp?.key,
          sheet.width,
          sheet.height,
        ),
    colour: flat ? mixCoats(ink) : null,
    needs(request) {
      const photos = plates.map((coat, i): [string, Need] => [
        `photo ${i}`,
        { node: photo, region: slipped(wide(request), coat, request.scale) },
      ]);
      const below: Needs = readsPicture ? { picture: { node: scene.below, region: wide(request) } } : {};
      const backdrop: Needs = onto ? { onto: { node: onto, region: wide(request) } } : {};
      return { ...Object.fromEntries(photos), ...below, ...backdrop };
    },
    async paint(unit, request, inputs, box = request.region) {
      const part = { ...request, region: box };
      const region = wide(part);
      const toLettering = inverse(followedBy(letters.place, moved(0, 0, request.scale)));
      const ground = {
        region,
        scale: request.scale,
        toLettering,
        unit: own * request.scale,
        warp: letters.warp,
        capHeight: letters.capHeight,
        sheet,
        picture: inputs.picture ? crop(inputs.picture, wide(request), region) : null,
      };
      const photoAt = (x: number, y: number): Raster => {
        const number = plates.findIndex((coat) => coat.x === x && coat.y === y);
        const lying = (of: Region): Region => slipped(of, plates[number], request.scale);
        return crop(inputs[`photo ${number}`], lying(wide(request)), lying(region));
      };
      const backdrop = inputs.onto ? crop(inputs.onto, wide(request), region) : null;
      return crop(await paintFill(ink, unit, ground, materials, photoAt, backdrop), region, box);
    },
    unitsOf(some) {
      if (!word) return [];
      const kind = unitOf(ink);
      const numberOf = {
        word: () => 0,
        line: ({ line }: Letter) => line,
        letter: (letter: Letter) => letters.letters.indexOf(letter),
      }[kind];
      const units = new Map<number, Letter[]>();
      for (const letter of some)
        if (letter.bounds) units.set(numberOf(letter), [...(units.get(numberOf(letter)) ?? []), letter]);
      return [...units.values()].map((one) => ({
        letters: one,
        number: inked.indexOf(one[0]),
        boxes: { word, line: letters.lines[one[0].line]?.flatInk ?? word, letter: one[0].flatBounds ?? one[0].bounds! },
      }));
    },
  };
}

/** Where the photograph is read that a coat shows, slipped out of register by whole px. */
const slipped = (region: Region, { x, y }: PlateCoat, scale: number): Region => ({
  ...region,
  x: region.x - Math.round(x * scale),
  y: region.y - Math.round(y * scale),
});

/**
 * Lays a filling on, as strong as `share` says at each px. @param colour in place of `fill` where all of it is one
 * colour
 */
export function layShare(
  below: Raster,
  fill: Raster | null,
  colour: Rgba | null,
  share: Float32Array,
  opacity: number,
  mode: BlendMode,
): void {
  if (mode === 'normal') return layPlainly(below.data, fill?.data ?? null, colour, share, opacity);
  const layer = emptyRaster(below.width, below.height, 4);
  let any = false;
  for (let i = 0, at = 0; i < share.length; i++, at += 4) {
    const part = share[i] * opacity;
    if (part <= 0) continue;
    any = true;
    for (let c = 0; c < 4; c++) layer.data[at + c] = (colour ? colour[c] : fill!.data[at + c]) * part;
  }
  if (any) blend(below, layer, mode);
}

/** Source-over in place: a band touches few of a region's px, so that no layer is made for it. */
function layPlainly(
  to: Float32Array,
  fill: Float32Array | null,
  colour: Rgba | null,
  share: Float32Array,
  opacity: number,
): void {
  for (let i = 0; i < share.length; i++) {
    const part = share[i] * opacity;
    if (part <= 0) continue;
    const at = i * 4;
    const keeps = 1 - (colour ? colour[3] : fill![at + 3]) * part;
    for (let c = 0; c < 4; c++) to[at + c] = (colour ? colour[c] : fill![at + c]) * part + to[at + c] * keeps;
  }
}
