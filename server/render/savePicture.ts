import { rmSync } from 'node:fs';
import { profileOf } from '../../core/formats/icc';
import { pressProfile } from '../../core/formats/iccPress';
import { tableOf } from '../../core/press/table';
import { InkFile } from '../codecs/inkFile';
import { InkMixer } from '../codecs/inkMixer';
import { rgbSpaces } from '../../core/press/rgbSpaces';
import { frameOf, goesOn } from '../../core/formats/bleed';
import { fileFormats, type FormatName, type PictureFormat } from '../../core/formats/formats';
import { pxOf } from '../../core/formats/paper';
import type { FileSettings } from '../../core/formats/settings';
import { renderTile } from '../../core/graph/tiles';
import type { Region } from '../../core/pixels/region';
import { toPx } from '../../core/piece/lengths';
import type { Piece } from '../../core/piece/schema';
import { encodePicture } from '../codecs/encodePicture';
import type { PackForm, PictureForm } from '../codecs/pictureFile';
import type { PackedRows } from '../codecs/packRows';
import { PngFile } from '../codecs/pngFile';
import { StripTiff } from '../codecs/stripTiff';
import type { PictureShapes } from './fileLibrary';
import { formOf, renderParts } from './renderSheet';
import { givePiece, startTilePool, type TilePool } from './tilePool';

/** A file to be made from a piece. */
export interface SaveOrder<Format extends FormatName = FormatName> {
  buildFolder: string;
  dataFolder: string;
  piece: Piece;
  shapes: PictureShapes;
  scale: number;
  settings: FileSettings & { format: Format };
  /** Scratch file for the uncompressed picture of a format that wants all of it at once; removed afterwards. */
  scratch: string;
  out: string;
  threads?: number;
  /** Of what is drawn this alone, output px: to see how much room it takes. */
  window?: Region;
  /** The pool that was given draws further pictures: it is not closed. */
  keepsPool?: boolean;
}

/** What saving took, ms; a PNG is encoded while it is drawn. */
export interface Saved {
  renderMs: number;
  encodeMs: number;
  /** How its letters leave, where that is more than one way, as sentences. */
  notes: string[];
}

/** The share of the progress that rendering takes where encoding comes after it, which cannot tell how far it is. */
const renderShare = 0.8;

/** What is drawn, output px, and whether the bleed is made by mirroring. */
export function printedArea({ piece, scale, settings: { bleed, ppi }, shapes, window }: SaveOrder): {
  frame: Region;
  bleedPx: number;
  mirrors: boolean;
} {
  const bleedPx = pxOf(bleed, ppi);
  const sizeOf = (sha256: string): { width: number; height: number } | null => shapes[sha256] ?? null;
  return {
    frame: window ?? frameOf(piece.sheet, scale, bleedPx),
    bleedPx,
    mirrors: bleedPx > 0 && !goesOn(piece, bleedPx / scale, sizeOf),
  };
}

/** Compresses rows in the threads that draw. */
export const packIn =
  (pool: TilePool, form: PackForm) =>
  async (rows: Uint8Array): Promise<PackedRows> =>
    (await pool.ask({ kind: 'pack', rows, form })).packed!;

/**
 * Renders and encodes a piece as one picture. Used by exports, thumbnails and the command line alike.
 * @param pool threads that have been started already; they are closed with the rest, but where the order keeps them
 */
export async function savePicture(
  order: SaveOrder<PictureFormat>,
  progress: (done: number, stage: string) => void,
  pool: TilePool = startTilePool(order.buildFolder, order.threads),
): Promise<Saved> {
  const start = performance.now();
  const { settings, scale, piece, dataFolder, shapes } = order;
  const { format } = settings;
  const { frame, mirrors } = printedArea(order);
  const { underbase, space = 'srgb' } = settings;
  const form: PictureForm = { ...formOf(piece, frame, settings.bits), ...(underbase && { channels: 4 }) };
  const choke = underbase && toPx(underbase.choke, 'mm', settings.ppi) / scale;
  givePiece(pool, {
    dataFolder,
    piece,
    shapes,
    scale,
    parting: { kind: 'whole', mirrors, choke, isWide: space === 'display-p3' },
  });
  const drawn = { name: 'picture', frame, form };
  try {
    if (format === 'png') {
      const own = space === 'srgb' ? null : rgbSpaces[space];
      const file = new PngFile(order.out, form, settings.ppi, packIn(pool, form), own);
      await renderParts(frame, [{ ...drawn, file }], pool, (done) => progress(done, 'Rendering')).catch(
        (error: unknown) => {
          rmSync(order.out, { force: true });
          throw error;
        },
      );
      return { renderMs: performance.now() - start, encodeMs: 0, notes: [] };
    }
    if (settings.press !== null) {
      progress(0, 'Mixing inks');
      const inks = { ppi: settings.ppi, profile: pressProfile(settings.press), areInks: true, isDeflated: true };
      const tiff = new StripTiff(order.out, { ...form, channels: 4 }, renderTile, inks);
      const file = new InkFile(form, new InkMixer(tableOf(settings.press)), tiff);
      await renderParts(frame, [{ ...drawn, file }], pool, (done) => progress(done, 'Rendering'));
      return { renderMs: performance.now() - start, encodeMs: 0, notes: [] };
    }
    const print = { ppi: settings.ppi, profile: profileOf(rgbSpaces[space]) };
    const file = new StripTiff(order.scratch, form, renderTile, print);
    await renderParts(frame, [{ ...drawn, file }], pool, (done) => progress(done * renderShare, 'Rendering'));
    if (!order.keepsPool) await pool.close();
    const rendered = performance.now();
    progress(renderShare, `Writing the ${fileFormats[format].name}`);
    await encodePicture(order.scratch, order.out, { ...settings, format });
    return { renderMs: rendered - start, encodeMs: performance.now() - rendered, notes: [] };
  } finally {
    if (!order.keepsPool) await pool.close();
    rmSync(order.scratch, { force: true });
  }
}
