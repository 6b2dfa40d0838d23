import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { fileFormats, formatNames, formatOfName } from '../../core/formats/formats';
import { unfitting, type FileSettings } from '../../core/formats/settings';
import { finestOf } from '../../core/formats/finest';
import { warningsOf } from '../../core/formats/warnings';
import { openMaterials } from '../../core/graph/materials';
import { fileLibrary } from '../render/fileLibrary';
import { pressNames, type PressName } from '../../core/press/presses';
import type { Piece } from '../../core/piece/schema';
import { pieceAt } from '../../core/sizes/pieceAt';
import { takeInBundle } from '../bundles';
import { projectRoot, readConfig } from '../config';
import { saveFile } from '../formats/saveFile';
import { Studio } from '../studio';
import { bundleAt } from './openPiece';
import { endWith } from '../endWith';

const endings = formatNames.map((format) => `.${fileFormats[format].ending}`).join(', ');

const usage = `Saves a piece as a file of any kind, without a browser.

  npm run render -- PIECE --out OUT.png [--files FOLDER] [--scale 0.5] [--ppi 300] [--bits 16] [--quality 92]
                    [--bleed 3] [--marks] [--press gloss] [--size NAME]

PIECE   a bundle (a folder, its piece.json, or a zip), or the id of a piece in the store
--files where the files of a piece lie that is not a bundle of its own, such as demo
--out   ${endings}: its ending says what it becomes
--scale output px per sheet px (1)
--bits  8, or 16 for a PNG or a TIFF (8)
--press the press that a TIFF or a PDF is separated for: ${pressNames.join(', ')}
--bleed what is printed beyond the sheet's edges, mm (0); --marks: crop and registration marks around a PDF
--size  name of one of the piece's sizes; its first sheet when left out`;

interface Order {
  source: string;
  files?: string;
  out: string;
  scale: number;
  ppi?: number;
  settings: Omit<FileSettings, 'ppi'>;
  size?: string;
}

function pressOf(name: string | undefined): PressName | null {
  const found = pressNames.find((one) => one === name);
  if (name !== undefined && !found) throw new Error(`--press is "${name}"; presses: ${pressNames.join(', ')}.`);
  return found ?? null;
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
      bleed: { type: 'string' },
      marks: { type: 'boolean' },
      press: { type: 'string' },
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
  const format = formatOfName(values.out);
  if (!format) throw new Error(`--out must end in one of ${endings}.`);
  if (values.bits !== undefined && !['8', '16'].includes(values.bits))
    throw new Error(`--bits is "${values.bits}"; it is 8 or 16.`);
  const settings = {
    format,
    bits: values.bits === '16' ? (16 as const) : (8 as const),
    quality: Math.round(number(values.quality, 92, 1, 100, 'quality')),
    bleed: number(values.bleed, 0, 0, 50, 'bleed'),
    marks: values.marks === true,
    press: pressOf(values.press),
  };
  const [problem] = unfitting(settings);
  if (problem) throw new Error(problem.message);
  return {
    source: positionals[0],
    files: values.files,
    out: resolve(values.out),
    scale: number(values.scale, 1, 0.001, 16, 'scale'),
    ppi: values.ppi === undefined ? undefined : number(values.ppi, 300, 1, 4800, 'ppi'),
    settings,
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
    const settings = { ...order.settings, ppi: order.ppi ?? piece.sheet.ppi };
    const saved = await saveFile(studio.saveOrder(piece, order.scale, settings, order.out), (done, stage) => {
      if (process.stderr.isTTY) process.stderr.write(`\r${stage} ${Math.round(done * 100)} %   `);
    });
    if (process.stderr.isTTY) process.stderr.write('\r');
    console.log(
      `${order.out}: rendered in ${Math.round(saved.renderMs)} ms, written in ${Math.round(saved.encodeMs)} ms`,
    );
    const shapes = studio.shapesOf(piece);
    const materials = await openMaterials(piece.assets, fileLibrary(studio.config.data, shapes));
    const told = warningsOf(piece, settings, (sha256) => shapes[sha256] ?? null, {
      finest: finestOf(piece, materials),
    });
    for (const note of [...saved.notes, ...told]) console.log(note);
  } finally {
    close();
  }
}

main().then(() => process.exit(0), endWith);
