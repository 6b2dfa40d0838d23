import { nameOf } from '../../core/piece/names';
import { mmPerPixel } from '../../core/proof/paper';
import type { ReadLetter } from '../../core/proof/reading';
import { standingBox } from '../../core/type/standing';
import type { Bench } from '../bench/benchContext';
import { benchPasses } from '../bench/passes';
import type { ProofSettings } from './settings';

/** Something that is out of its limits, and the line of the ticket where it is mended. */
export interface Finding {
  line: number;
  title: string;
  says: string;
}

/** Every gauge of the piece that is out of its limits. */
export const findingsOf = (bench: Bench): Finding[] =>
  benchPasses.flatMap(({ line, title, warning }) => {
    const says = warning?.(bench) ?? null;
    return says === null ? [] : [{ line, title, says }];
  });

/** Words that come too near to the trim, or over it. */
export function beyondSafe(
  { piece, lettersOf }: Pick<Bench, 'piece' | 'lettersOf'>,
  { bleed, safe }: Pick<ProofSettings, 'bleed' | 'safe'>,
): Finding[] {
  const { width, height, ppi } = piece.sheet;
  const mm = mmPerPixel(ppi);
  return piece.letterings.flatMap((lettering) => {
    const letters = lettersOf(lettering);
    const box = letters && standingBox(letters);
    if (!box) return [];
    const rooms = [box.y, width - box.x - box.width, height - box.y - box.height, box.x].map((px) => px * mm - bleed);
    const lacks = rooms.map((room, i) => safe[i] - room);
    const worst = lacks.indexOf(Math.max(...lacks));
    const room = rooms[worst];
    if (lacks[worst] <= 0.05) return [];
    const says =
      room < 0
        ? `${nameOf(lettering)} reaches ${(-room).toFixed(1)} mm over the trim.`
        : `${nameOf(lettering)} comes within ${room.toFixed(1)} mm of the trim; ${safe[worst]} mm should stay free.`;
    return [{ line: 2, title: 'Stance', says }];
  });
}

/** What is read from a distance, in sentences: the worst first. */
export function readingSays(letters: readonly ReadLetter[]): { says: string; isBad: boolean }[] {
  const lost = letters.filter(({ verdict }) => verdict === 'lost');
  const unsure = letters.filter(({ verdict }) => verdict === 'unsure');
  const read = letters.filter(({ verdict }) => verdict === 'read');
  const list = (some: readonly ReadLetter[]): string => some.map(({ text }) => text).join(' ');
  const heights = letters.map(({ arcMinutes }) => arcMinutes);
  return [
    ...(lost.length > 0 ? [{ says: `Not seen: ${list(lost)}.`, isBad: true }] : []),
    ...(unsure.length > 0
      ? [
          {
            says: `Hard to tell: ${unsure.map(({ text, as }) => (as ? `${text} from ${as}` : text)).join(', ')}.`,
            isBad: true,
          },
        ]
      : []),
    ...(read.length > 0
      ? [{ says: read.length === letters.length ? 'Every letter is read.' : `Read: ${list(read)}.`, isBad: false }]
      : []),
    ...(heights.length > 0
      ? [
          {
            says: `The smallest letter is ${Math.min(...heights).toFixed(1)} minutes of arc high; the 20/20 line of an eye chart has 5.`,
            isBad: false,
          },
        ]
      : []),
  ];
}
