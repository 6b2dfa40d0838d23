import { isColour, readColour } from '../../pixels/colour';
import type { Piece } from '../schema';
import type { Edit } from './edit';

/** Where a colour stands in a piece: names of fields and indexes, from the piece down. */
export type ColourPlace = readonly (string | number)[];

/** Fields that hold a colour, or several. */
const fields = new Set(['colour', 'colours', 'paint', 'ground', 'subtract']);

/** The same colour is the same however it is written: four numbers, a 256th apart at most. */
const keyOf = (css: string): string =>
  readColour(css)
    .map((value) => Math.round(value * 255))
    .join();

/** Every colour of a piece with its place. */
function* coloursIn(value: unknown, place: (string | number)[]): Generator<{ colour: string; place: ColourPlace }> {
  if (typeof value !== 'object' || value === null) return;
  for (const [name, child] of Object.entries(value)) {
    const at = [...place, Array.isArray(value) ? Number(name) : name];
    const field = at.findLast((part) => typeof part === 'string');
    if (typeof child === 'string') {
      if (fields.has(field as string) && isColour(child)) yield { colour: child, place: at };
    } else yield* coloursIn(child, at);
  }
}

/** The colours that a piece has, the one that is met most often first. @returns CSS colours as they are written first */
export function coloursOf(piece: Piece): string[] {
  const found = new Map<string, { colour: string; times: number }>();
  for (const { colour } of coloursIn(piece, [])) {
    const known = found.get(keyOf(colour));
    if (known) known.times++;
    else found.set(keyOf(colour), { colour, times: 1 });
  }
  return [...found.values()].sort((a, b) => b.times - a.times).map(({ colour }) => colour);
}

/** All places of a piece that have a colour. */
export const placesOf = (piece: Piece, colour: string): ColourPlace[] =>
  [...coloursIn(piece, [])].filter((one) => keyOf(one.colour) === keyOf(colour)).map(({ place }) => place);

/** Gives several places one colour; places that are no longer there are passed over. */
export const recolour =
  (places: readonly ColourPlace[], colour: string): Edit =>
  (piece) => {
    for (const place of places) {
      const owner = place
        .slice(0, -1)
        .reduce<unknown>((value, part) => (value as Record<string | number, unknown> | undefined)?.[part], piece);
      const last = place.at(-1)!;
      const held = owner as Record<string | number, unknown> | undefined;
      if (typeof held?.[last] === 'string') held[last] = colour;
    }
  };

const partNames = { panel: 'panel of ', outlines: 'outline of ', echoes: 'echo of ' };

/** What a colour is called where it stands, for a person. */
export function placeName(piece: Piece, place: ColourPlace): string {
  const [top, index] = place;
  if (top === 'sheet') return 'the sheet';
  const item = (piece as unknown as Record<string, { name?: string }[]>)[top as string]?.[index as number];
  const part = (['panel', 'outlines', 'echoes'] as const).find((one) => place.includes(one));
  return `${part ? partNames[part] : ''}${item?.name ?? String(top)}`;
}
