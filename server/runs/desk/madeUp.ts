import sharp from 'sharp';
import type { ShopOrder } from '../../../core/runs/desk';
import type { RunSettings } from '../../../core/runs/settings';
import type { Slot } from '../../../core/runs/slots';
import { seeded } from '../../../core/shape/seeded';

const first = [
  'Ada',
  'Björk',
  'Chloé',
  'Dmitri',
  'Eleni',
  'Farid',
  'Gráinne',
  'Hiro',
  'Inés',
  'Jürgen',
  'Kirsten',
  'Łucja',
];
const last = ['Amsel', 'O’Brien', 'Castellano', 'Dvořák', 'Eriksson', 'Fontaine', 'Grün', 'Haddad', 'Ito', 'Jansen'];

/** What a made-up shop knows of a run. */
export interface ShopWindow {
  slots: readonly Slot[];
  /** Names of the piece's sizes. */
  sizes: readonly string[];
  /** What rows of the table have in a slot's column, by the slot's id: wishes of that kind. */
  known: Readonly<Record<string, readonly string[]>>;
}

/** What rows have in the columns that fill slots; each once, and not too many. */
export function knownValues(
  { slots, matched }: Pick<RunSettings, 'slots' | 'matched'>,
  rows: readonly { cells: Readonly<Record<string, string>> }[],
): ShopWindow['known'] {
  const some = rows.slice(0, 200);
  return Object.fromEntries(
    slots.map(({ id }) => [id, [...new Set(some.map(({ cells }) => cells[matched[id]] ?? ''))].filter(Boolean)]),
  );
}

/**
 * Orders that nobody has placed: the same seed, the same ones. Now and then a wish is awkward, as wishes are: a name that
 * is far too long, or a small picture.
 */
export async function madeUpOrders(
  { slots, sizes, known }: ShopWindow,
  count: number,
  seed: number,
): Promise<ShopOrder[]> {
  const orders: ShopOrder[] = [];
  const person = slots.find(({ kind }) => kind === 'words');
  for (let i = 0; i < count; i++) {
    const next = seeded(seed * 1000 + i + 1);
    const pick = <Item>(of: readonly Item[]): Item => of[Math.floor(next() * of.length) % of.length];
    const order: ShopOrder = { order: `S${seed}-${String(i + 1).padStart(4, '0')}`, values: {}, pictures: [] };
    for (const slot of slots) {
      if (slot.kind === 'words') {
        const name = `${pick(first)} ${pick(last)}`;
        const others = known[slot.id] ?? [];
        if (slot !== person && others.length > 0) order.values[slot.name] = pick(others);
        else order.values[slot.name] = next() < 0.08 ? `${name} von und zu ${pick(last)}-${pick(last)}` : name;
      } else if (slot.kind === 'colour' && slot.allowed.length > 0) order.values[slot.name] = pick(slot.allowed);
      else if (slot.kind === 'face' && slot.allowed.length > 0) order.values[slot.name] = pick(slot.allowed);
      else if (slot.kind === 'size' && sizes.length > 0) order.values[slot.name] = pick(sizes);
      else if (slot.kind === 'plate' || slot.kind === 'fill') {
        const name = `${slot.kind}-${order.pictures.length + 1}.jpg`;
        const isSmall = next() < 0.1;
        order.pictures.push({ name, data: (await drawn(next, isSmall ? 300 : 2400)).toString('base64') });
        order.values[slot.name] = name;
      }
    }
    orders.push(order);
  }
  return orders;
}

/** A picture of nothing: soft discs of a few colours. @param width px */
async function drawn(next: () => number, width: number): Promise<Buffer> {
  const height = Math.round(width * 0.75);
  const hue = next() * 360;
  const discs = Array.from({ length: 14 }, () => {
    const [x, y, radius] = [next() * width, next() * height, (0.05 + 0.2 * next()) * width];
    const colour = `hsl(${hue + 60 * next()} ${30 + 40 * next()}% ${20 + 60 * next()}%)`;
    return `<circle cx="${x}" cy="${y}" r="${radius}" fill="${colour}" opacity="${0.4 + 0.5 * next()}"/>`;
  }).join('');
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><rect width="100%" height="100%" fill="hsl(${hue} 30% 60%)"/>${discs}</svg>`;
  return sharp(Buffer.from(svg)).jpeg({ quality: 85 }).toBuffer();
}
