// Writes the demo pieces, and the mattes that were solved for them. Their veils are cut with the program's own means,
// from the clicks
// and strokes that are listed in `making` and `strokes`.
// Run by: npm run demo-pieces; with `finish` only the light, the focus and the grain of the stored pieces are made anew.
import { readFileSync, writeFileSync } from 'node:fs';
import { readPiece } from '../core/piece/read';
import type { Piece } from '../core/piece/schema';
import { downTheWall } from './making/downTheWall';
import { dripsPiece } from './making/drips';
import { lowSun } from './making/lowSun';
import { onLinen } from './making/onLinen';
import { onTheTable } from './making/onTheTable';
import { pictureLetters } from './making/pictureLetters';
import { seriesPiece } from './making/series';
import { finished, finishes } from './making/finished';
import { inSizes } from './making/sizes';
import { throughAndInFront } from './making/throughAndInFront';
import { tuckedIn } from './making/tuckedIn';
import { windowPiece } from './making/window';
import { woven } from './making/woven';

if (process.argv.includes('finish')) {
  for (const file of Object.keys(finishes)) {
    const stored = readPiece(JSON.parse(readFileSync(`demo/pieces/${file}.json`, 'utf8')));
    write(file, await finished(file, stored));
  }
} else await makeAll();

function write(file: string, made: Piece): void {
  writeFileSync(`demo/pieces/${file}.json`, `${JSON.stringify(made)}\n`);
  console.log(file, readFileSync(`demo/pieces/${file}.json`).length, 'bytes');
}

async function makeAll(): Promise<void> {
  const wovenPiece = await woven();
  for (const [file, made] of [
    ['woven', wovenPiece],
    ['low-sun', await lowSun()],
    ['down-the-wall', await downTheWall()],
    ['on-linen', onLinen()],
    ['drips', dripsPiece(wovenPiece)],
    ['on-the-table', onTheTable(wovenPiece)],
    ['picture-letters', await inSizes(pictureLetters(), ['Square post', 'Story', 'Banner', 'Poster A3', 'Mug wrap'])],
    ['tucked-in', await tuckedIn()],
    ['window', windowPiece()],
    ['series', seriesPiece()],
    ['through-and-in-front', await throughAndInFront()],
  ] as const)
    write(file, await finished(file, made));
}
