import type { Triple } from '../press/lab';
import { fromLab } from '../press/lab';
import { printingOf, type Inks } from '../press/print';
import { presses, type PressName } from '../press/presses';
import { separate } from '../press/separate';
import { profile, words, xyz } from './icc';

/** Points along each side of the tables: of four inks, and of L*, a*, b*. */
const inkGrid = 11;
const labGrid = 17;

const made = new Map<PressName, Uint8Array>();

/**
 * The ICC profile (ICC.1:2022, output device, CMYK to L*a*b*) of a made-up press: what its inks print beside its paper,
 * and what inks print a colour. One table serves all rendering intents. Worked out once (a second or two).
 */
export function pressProfile(name: PressName): Uint8Array {
  let bytes = made.get(name);
  if (!bytes) made.set(name, (bytes = makeProfile(name)));
  return bytes;
}

function makeProfile(name: PressName): Uint8Array {
  const press = presses[name];
  const printing = printingOf(press);
  const out: Triple = [0, 0, 0];
  const toColour: number[] = [];
  for (let i = 0; i < inkGrid ** 4; i++) {
    const inks = [3, 2, 1, 0].map((place) => (Math.floor(i / inkGrid ** place) % inkGrid) / (inkGrid - 1)) as Inks;
    printing.lab(inks, out);
    toColour.push(...labWords(out));
  }
  const toInks: number[] = [];
  const gamut: number[] = [];
  let start: Inks = [0.5, 0.5, 0.5, 0];
  for (let i = 0; i < labGrid ** 3; i++) {
    const [l, a, b] = [2, 1, 0].map((place) => (Math.floor(i / labGrid ** place) % labGrid) / (labGrid - 1));
    // The whole range of words: 65280 is L* 100, and 32768 is a* or b* 0.
    const wanted: Triple = [(l * 65535 * 100) / 65280, (a * 65535) / 256 - 128, (b * 65535) / 256 - 128];
    wanted[0] = Math.min(100, wanted[0]);
    const { inks, off } = separate(wanted, printing, start);
    start = inks;
    toInks.push(...inks.map((ink) => Math.round(ink * 65535)));
    gamut.push(off > 2 ? 65535 : 0);
  }
  const colours = lut(4, 3, inkGrid, toColour);
  const inks = lut(3, 4, labGrid, toInks);
  return profile('prtrCMYKLab ', [
    ['desc', words(`Inky Veil, ${press.name} (made up)`)],
    ['cprt', words('No copyright: a press that does not exist.')],
    ['wtpt', xyz(fromLab(press.paper))],
    ['A2B0', colours],
    ['A2B1', colours],
    ['A2B2', colours],
    ['B2A0', inks],
    ['B2A1', inks],
    ['B2A2', inks],
    ['gamt', lut(3, 1, labGrid, gamut)],
  ]);
}

/** L*, a*, b* in the words of `mft2` (ICC.1:2022, 10.10). */
const labWords = ([l, a, b]: Readonly<Triple>): number[] =>
  [l * 652.8, (a + 128) * 256, (b + 128) * 256].map((value) => Math.min(65535, Math.max(0, Math.round(value))));

/** A table of 16 bits (`mft2`), its curves straight. @param values the last input runs fastest */
function lut(inputs: number, outputs: number, grid: number, values: readonly number[]): Uint8Array {
  const ends = [0, 65535];
  const all = [
    ...Array.from({ length: inputs }, () => ends).flat(),
    ...values,
    ...Array.from({ length: outputs }, () => ends).flat(),
  ];
  const out = new Uint8Array(52 + Math.ceil((all.length * 2) / 4) * 4);
  const view = new DataView(out.buffer);
  out.set(new TextEncoder().encode('mft2'));
  out.set([inputs, outputs, grid], 8);
  for (const place of [0, 4, 8]) view.setInt32(12 + place * 4, 65536);
  view.setUint16(48, 2);
  view.setUint16(50, 2);
  all.forEach((value, i) => view.setUint16(52 + i * 2, value));
  return out;
}
