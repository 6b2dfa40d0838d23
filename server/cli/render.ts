import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { extname, join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import type { Piece } from '../../core/piece/schema';
import { pieceAt } from '../../core/sizes/pieceAt';
import { takeInBundle } from '../bundles';
import { projectRoot, readConfig } from '../config';
import { savePicture } from '../render/savePicture';
import { Studio } from '../studio';
import { bundleAt } from './openPiece';

const usage = `Renders a piece to a picture, without a browser.

  npm run render -- PIECE --out OUT.png [--files FOLDER] [--scale 0.5] [--ppi 300] [--bits 16] [--quality 92] [--size NAME]

PIECE   a bundle (a folder, its piece.json, or a zip), or the id of a piece in the store
--files where the files of a piece lie that is not a bundle of its own, such as demo
--out   .png, .jpg or .jpeg
--scale output px per sheet px (1)
--bits  8, or 16 for a PNG (8)
--size  name of one of the piece's sizes; its first sheet when left out`;

interface Order {
  source: string;
  files?: string;
  out: string;
  scale: number;
  ppi?: number;
  bits: 8 | 16;
  quality: number;
  size?: string;
}

function readOrder(): Order {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: {
      out: { type: 'string' },
      files: { type: 'string' },
      scale: { type: 'string' },
      ppi: { type: 'string' },
      bits: { type: 'string' },
      quality: { type: 'string' },
      size: { type: 'string' },
      help: { type: 'boolean' },
    },
  });
  if (values.help || positionals.length !== 1 || !values.out) throw new Error(usage);
  const number = (text: string | undefined, fallback: number, least: number, most: number, name: string): number => {
    const value = text === undefined ? fallback : Number(text);
    if (!(value >= least && value <= most))
      throw new Error(`--${name} is "${text}"; it goes from ${least} to ${most}.`);
    return value;
  };
  if (!['.png', '.jpg', '.jpeg'].includes(extname(values.out).toLowerCase()))
    throw new Error('--out must end in .png, .jpg or .jpeg.');
  if (values.bits !== undefined && !['8', '16'].includes(values.bits))
    throw new Error(`--bits is "${values.bits}"; it is 8 or 16.`);
  const bits = values.bits === '16' ? 16 : 8;
  if (bits === 16 && extname(values.out).toLowerCase() !== '.png') throw new Error('Only a PNG can have 16 bits.');
  return {
    source: positionals[0],
    files: values.files,
    out: resolve(values.out),
    scale: number(values.scale, 1, 0.001, 16, 'scale'),
    ppi: values.ppi === undefined ? undefined : number(values.ppi, 300, 1, 4800, 'ppi'),
    bits,
    quality: number(values.quality, 92, 1, 100, 'quality'),
    size: values.size,
  };
}

/**
 * A bundle is taken into a store of its own, which is thrown away afterwards; an id is looked up in the data folder.
 */
async function openSource(source: string, files?: string): Promise<{ studio: Studio; piece: Piece; close(): void }> {
  const config = readConfig(process.env, projectRoot);
  if (!existsSync(source)) {
    const studio = new Studio({ ...config });
    return { studio, piece: studio.pieces.get(source).piece, close: () => studio.close() };
  }
  const data = mkdtempSync(join(tmpdir(), 'inky-veil-'));
  const studio = new Studio({ ...config, data });
  const close = (): void => {
    studio.close();
    rmSync(data, { recursive: true, force: true });
  };
  try {
    const bundle = bundleAt(source, join(data, 'unpacked'), files);
    return { studio, piece: await takeInBundle(bundle, studio.intake), close };
  } catch (error) {
    close();
    throw error;
  }
}

/** @throws Error that names the sizes there are */
function atSize(piece: Piece, name: string | undefined): Piece {
  if (name === undefined) return piece;
  const size = piece.sizes.find((one) => one.name === name || one.id === name);
  if (size) return pieceAt(piece, size.id);
  const known = piece.sizes.map((one) => `"${one.name}"`).join(', ');
  throw new Error(`This piece has no size "${name}". ${known ? `It has ${known}.` : 'It has its first sheet alone.'}`);
}

async function main(): Promise<void> {
  const order = readOrder();
  const { studio, piece: whole, close } = await openSource(order.source, order.files);
  try {
    const piece = atSize(whole, order.size);
    const encoding = {
      format: extname(order.out).toLowerCase() === '.png' ? ('png' as const) : ('jpeg' as const),
      ppi: order.ppi ?? piece.sheet.ppi,
      bits: order.bits,
      quality: order.quality,
    };
    const times = await savePicture(studio.saveOrder(piece, order.scale, encoding, order.out), (done, stage) => {
      if (process.stderr.isTTY) process.stderr.write(`\r${stage} ${Math.round(done * 100)} %   `);
    });
    if (process.stderr.isTTY) process.stderr.write('\r');
    console.log(
      `${order.out}: rendered in ${Math.round(times.renderMs)} ms, written in ${Math.round(times.encodeMs)} ms`,
    );
  } finally {
    close();
  }
}

main().then(
  () => process.exit(0),
  (error: unknown) => {
    console.error(error instanceof Error ? error.message : String(error));
    process.exit(1);
  },
);
