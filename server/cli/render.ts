import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { FileSettings } from '../../core/formats/settings';
import { finestOf } from '../../core/formats/finest';
import { warningsOf } from '../../core/formats/warnings';
import { costTable, joinCosts, type KindCost } from '../../core/graph/profile';
import { openMaterials } from '../../core/graph/materials';
import { contrastOf } from '../../core/render/contrastOf';
import { fileLibrary } from '../render/fileLibrary';
import { startTilePool } from '../render/tilePool';
import type { Piece } from '../../core/piece/schema';
import { pieceAt } from '../../core/sizes/pieceAt';
import { takeInBundle } from '../bundles';
import { projectRoot, readConfig } from '../config';
import { toldBytes } from '../exporting/toldBytes';
import { saveFile } from '../formats/saveFile';
import { Studio } from '../studio';
import { bundleAt } from './openPiece';
import { endWith } from '../endWith';
import { readRenderOrder } from './renderOrder';

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

/** What the piece is likely to be sent back for as such a file, measured. */
async function warningsFor(studio: Studio, piece: Piece, settings: readonly FileSettings[]): Promise<string[]> {
  const shapes = studio.shapesOf(piece);
  const materials = await openMaterials(piece.assets, fileLibrary(studio.config.data, shapes));
  const known = { finest: finestOf(piece, materials), contrast: await contrastOf(piece, materials) };
  const told = settings.flatMap((one) => warningsOf(piece, one, (sha256) => shapes[sha256] ?? null, known));
  return [...new Set(told)];
}

function showProgress(done: number, stage: string): void {
  if (process.stderr.isTTY) process.stderr.write(`\r${stage} ${Math.round(done * 100)} %   `);
}

async function main(): Promise<void> {
  const { wanted, tells, profiles, ...order } = readRenderOrder();
  const { studio, piece: whole, close } = await openSource(order.source, order.files);
  try {
    const piece = atSize(whole, order.size);
    const ppi = order.ppi ?? piece.sheet.ppi;
    const files = wanted.map(({ out, settings }) =>
      studio.saveOrder(piece, order.scale, { ...settings, ppi }, tells ? studio.files.working() : out),
    );
    if (tells) {
      const sizes = await toldBytes({ told: true, files });
      wanted.forEach(({ out }, i) => console.log(`${out}: ${sizes[i].least} to ${sizes[i].most} bytes`));
      return;
    }
    // Measured while the threads draw.
    const warned = warningsFor(
      studio,
      piece,
      files.map((file) => file.settings),
    );
    warned.catch(() => undefined);
    const notes: string[] = [];
    const costs: KindCost[][] = [];
    const heard = profiles ? (some: readonly KindCost[]) => costs.push([...some]) : undefined;
    for (const file of files) {
      const saved = await saveFile(file, showProgress, startTilePool(file.buildFolder, file.threads, { heard }));
      if (process.stderr.isTTY) process.stderr.write('\r');
      console.log(
        `${file.out}: rendered in ${Math.round(saved.renderMs)} ms, written in ${Math.round(saved.encodeMs)} ms`,
      );
      notes.push(...saved.notes);
    }
    if (profiles) console.log(costTable(joinCosts(costs)).join('\n'));
    for (const note of new Set([...notes, ...(await warned)])) console.log(note);
  } finally {
    close();
  }
}

main().then(() => process.exit(0), endWith);
