import type { Piece } from '../piece/schema';
import { distinctNames } from '../piece/fileNames';
import { slotProblem, slotSchema, type Slot } from './slots';

/** Longest name that a slot takes from the design's own words, characters. */
const longestName = 24;

/** Every part of a piece that can change, whether or not it is worth it. */
export function possibleSlots(piece: Piece): Slot[] {
  const found: { id: string; name: string; [field: string]: unknown }[] = [];
  for (const { id, name, words, ink } of piece.letterings) {
    const own = nameOf(words.text, name);
    if (words.text.trim() !== '' && !words.shape) {
      found.push({ kind: 'words', id: `words-${id}`, name: own, lettering: id });
      found.push({ kind: 'face', id: `face-${id}`, name: `${own}: face`, lettering: id });
    }
    ink.coats.forEach((coat, i) => {
      if (coat.kind === 'picture')
        found.push({ kind: 'fill', id: `fill-${id}-${i}`, name: `${own}: picture`, lettering: id, coat: i });
    });
    if (ink.coats.some(({ kind }) => kind === 'solid'))
      found.push({ kind: 'colour', id: `colour-${id}`, name: `${own}: colour`, lettering: id });
    found.push({ kind: 'recipe', id: `recipe-${id}`, name: `${own}: recipe`, lettering: id });
  }
  for (const { id, name } of piece.plates)
    found.push({ kind: 'plate', id: `plate-${id}`, name: withoutEnding(name), plate: id });
  if (piece.sheet.paint !== null) found.push({ kind: 'colour', id: 'colour-sheet', name: 'Sheet', lettering: null });
  found.push({ kind: 'size', id: 'size', name: 'Size' });
  const names = distinctNames(found.map(({ name }) => name.slice(0, 70)));
  return found
    .map((one, i): Slot => slotSchema.parse({ ...one, name: names[i] }))
    .filter((slot) => slotProblem(piece, slot) === null);
}

/** What changes as a rule: all words, and the pictures. */
export const proposeSlots = (piece: Piece): Slot[] =>
  possibleSlots(piece).filter(({ kind }) => kind === 'words' || kind === 'fill' || kind === 'plate');

/** Words that nobody has named are called by what they say. */
function nameOf(text: string, name: string): string {
  const isNamed = name !== '' && !/^Words \d+$/.test(name);
  const said = text.replace(/\s+/g, ' ').trim().slice(0, longestName).trim();
  return isNamed || said === '' ? name || 'Words' : said;
}

const withoutEnding = (file: string): string => file.replace(/\.[a-z]{3,4}$/i, '') || 'Photograph';
