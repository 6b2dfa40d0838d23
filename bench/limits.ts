import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { readPiece } from '../core/piece/read';
import type { Piece } from '../core/piece/schema';
import { openDatabase } from '../server/database';
import { PieceStore } from '../server/store/pieces';

/** Pieces on the Shelf; and letterings and veils of one piece. */
const shelf = 10_000;
const many = 200;

function print(name: string, value: number, unit: string): void {
  console.log(`${name.padEnd(70)} ${value.toFixed(value < 10 ? 1 : 0).padStart(9)} ${unit}`);
  console.log(JSON.stringify({ name, value: Math.round(value * 10) / 10, unit }));
}

function timed<Value>(name: string, work: () => Value): Value {
  const begun = performance.now();
  const value = work();
  print(name, performance.now() - begun, 'ms');
  return value;
}

/** How the program fares with much of everything: what is told in docs/limits.md. */
export function benchLimits(): void {
  fullShelf();
  richPieces();
}

function fullShelf(): void {
  const folder = mkdtempSync(join(tmpdir(), 'inky-limits-'));
  try {
    const database = openDatabase(folder, resolve('server/migrations'));
    const pieces = new PieceStore(database);
    const piece = readPiece(JSON.parse(readFileSync('demo/pieces/woven.json', 'utf8')));
    database.transaction(() => {
      for (let k = 0; k < shelf; k++) pieces.create({ ...piece, name: `Piece ${k} of ${shelf}` });
    })();
    print(`${shelf} pieces like Woven, the store`, statSync(join(folder, 'inky-veil.sqlite')).size / 1048576, 'MB');
    timed('the first part of the Shelf', () => pieces.shelf('', 0, 60));
    timed('a search by name', () => pieces.shelf('piece 77', 0, 60));
    timed('the last part of the Shelf', () => pieces.shelf('', shelf - 60, 60));
    timed('the whole list at once, as programs may ask for it', () => pieces.list());
    database.close();
    timed('opening the store again, as at a start', () => {
      const again = openDatabase(folder, resolve('server/migrations'));
      new PieceStore(again).shelf('', 0, 1);
      again.close();
    });
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Pieces with much of one thing, and large sheets, by the command line as a whole process. */
function richPieces(): void {
  const folder = mkdtempSync(join(tmpdir(), 'inky-limits-'));
  try {
    const piece = readPiece(JSON.parse(readFileSync('demo/pieces/woven.json', 'utf8')));
    // A process that says at its end how much memory it took at most.
    const peak = join(folder, 'peak.mjs');
    writeFileSync(peak, "process.on('exit', () => console.error('peak', process.resourceUsage().maxRSS));\n");
    const [lettering] = piece.letterings;
    const [veil] = piece.veils;
    const copies = <Item extends { id: string }>(of: Item, change: (one: Item, k: number) => Item): Item[] =>
      Array.from({ length: many }, (_, k) => change({ ...of, id: `${of.id}-${k}` }, k));
    const across = piece.sheet.width / 20;
    const letterings = copies(lettering, (one, k) => ({
      ...one,
      words: { ...one.words, size: one.words.size / 12 },
      stance: { ...one.stance, x: across * (k % 20), y: (piece.sheet.height / 10) * Math.floor(k / 20) },
    }));
    const veils = copies(veil, (one) => one);
    const ids = (of: readonly { id: string }[]): string[] => of.map(({ id }) => id);
    const plain = { ...piece, weave: [] };
    const lettered: Piece = { ...plain, veils: [], letterings, depth: ids(letterings) };
    const veiled: Piece = { ...plain, veils, depth: [...ids(piece.letterings), ...ids(veils)] };
    const render = (name: string, one: Piece, format: string): void => {
      const file = join(folder, 'piece.json');
      writeFileSync(file, JSON.stringify(one));
      const begun = performance.now();
      const { status, stderr } = spawnSync(
        process.execPath,
        ['build/server/render.js', file, '--files', 'demo', '--out', join(folder, `out.${format}`)],
        { encoding: 'utf8', env: { ...process.env, NODE_OPTIONS: `--import ${pathToFileURL(peak).href}` } },
      );
      if (status !== 0)
        return console.log(
          `${name}: ${stderr
            .trim()
            .split('\n')
            .find((line) => !line.startsWith('peak'))}`,
        );
      print(name, (performance.now() - begun) / 1000, 's');
      print(
        `  memory at most`,
        Math.max(...[...stderr.matchAll(/peak (\d+)/g)].map(([, kb]) => Number(kb))) / 1024,
        'MB',
      );
    };
    const megapixels = ({ sheet }: Piece): string => `${((sheet.width * sheet.height) / 1e6).toFixed(0)} MP`;
    render(`Woven as it is, ${megapixels(piece)}, PNG`, piece, 'png');
    render(`${many} letterings, ${megapixels(piece)}, PNG`, lettered, 'png');
    render(`${many} veils, ${megapixels(piece)}, PNG`, veiled, 'png');
    for (const [factor, format] of [
      [4, 'png'],
      [Math.sqrt(400e6 / (piece.sheet.width * piece.sheet.height)) * 0.999, 'tiff'],
    ] as const) {
      const { width, height } = piece.sheet;
      const large = {
        ...piece,
        sheet: { ...piece.sheet, width: Math.round(width * factor), height: Math.round(height * factor) },
      };
      render(`the same on a sheet of ${megapixels(large)}, ${format.toUpperCase()}`, large, format);
    }
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
