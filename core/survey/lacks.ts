import type { Survey } from '.';
import { calmPlaces, type CalmPlace } from './calm';

/** A letter is about so wide, of its height; and a word's lines stand so far apart. */
const [letterWidth, lineHeight] = [0.72, 1.1];

/** The shape of words set in one block: width over height. */
export function shapeOfWords(words: string): number {
  const lines = words.split('\n').filter((line) => line.trim() !== '');
  const longest = Math.max(1, ...lines.map((line) => [...line.trim()].length));
  return (longest * letterWidth) / (Math.max(1, lines.length) * lineHeight);
}

/** The calmest large place that words of a shape would take; null where there is none. */
export function placeForWords(
  { calm }: Pick<Survey, 'calm'>,
  plate: { width: number; height: number },
  words: string,
): CalmPlace | null {
  return calmPlaces(calm.unrest, plate, shapeOfWords(words), 1)[0] ?? null;
}

/** What is softer than this, sharper edges and all, px of a plate 2000 px long, is soft all over. */
const softAllOver = 2.5;
const unevenStops = 2.6;
const clippedShare = 0.03;
const grainy = 5;
/** A photograph that is calm in less than this part of it is busy all over. */
const busyShare = 0.2;

/**
 * What a photograph lacks for setting words into it, in one sentence.
 * @param words in hand; may be empty
 * @returns null where it lacks nothing that was measured
 */
export function whatIsLacking(
  survey: Partial<Survey>,
  plate: { width: number; height: number },
  words: string,
): string | null {
  const { calm, detail, focus, evenness, clipped, grain } = survey;
  const longer = Math.max(plate.width, plate.height);
  const letters = Math.max(1, ...words.split('\n').map((line) => [...line.trim()].length));
  const place = calm && placeForWords({ calm }, plate, words);
  const letter = (place?.width ?? plate.width * 0.8) / letters;
  if (longer < 1000) return `Small: ${plate.width} × ${plate.height} px will not print large.`;
  if (calm && !place)
    return 'No calm place would take these words: they must stand behind something, or be very heavy.';
  if (detail && detail.size > 1.3 * letter)
    return `Large things: ${detail.size > 2.6 * letter ? 'two letters' : 'a letter'} would vanish behind one.`;
  if (calm && detail && calm.share < busyShare && detail.size < 0.35 * letter)
    return 'Small things all over: thin strokes would drown in them.';
  if (focus && focus.edges >= 8 && focus.sharpest > (softAllOver * longer) / 2000)
    return `Soft all over: its sharpest edges are ${focus.sharpest.toFixed(1)} px wide, so letters must be softened.`;
  if (clipped && clipped.white > clippedShare)
    return `Clipped: ${Math.round(clipped.white * 100)} % is pure white, which holds no shading for the ink.`;
  if (evenness && evenness.stops > unevenStops)
    return `Unevenly lit by ${evenness.stops.toFixed(1)} stops: one ink will hardly stand out everywhere.`;
  if (grain && grain.sigma > grainy)
    return `Very grainy (${grain.sigma.toFixed(1)}/255): letters must get the same grain.`;
  return null;
}
