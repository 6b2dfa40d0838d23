import { readFileSync, statSync } from 'node:fs';
import sharp from 'sharp';
import type { Piece } from '../core/piece/schema';
import type { JobState } from '../server/jobs/jobs';
import type { ExportResult } from '../server/routes/jobs';
import type { StoredAsset } from '../server/store/assets';
import type { RunningStudio } from '../e2e/studio';
import { enlarged, largePlate } from './material';
import { printRow, printValue, timed } from './rows';

/** Asks the running server. */
async function ask<Answer>(studio: RunningStudio, path: string, json?: unknown): Promise<Answer> {
  const response = await fetch(`${studio.url}/api${path}`, json === undefined ? {} : { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(json) });
  if (!response.ok) throw new Error(await response.text());
  return (await response.json()) as Answer;
}

export async function finished(studio: RunningStudio, id: string): Promise<JobState> {
  for (;;) {
    const state = await ask<JobState>(studio, `/jobs/${id}`);
    if (state.state === 'done') return state;
    if (state.state !== 'running') throw new Error(state.message);
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
}

export async function importFile(studio: RunningStudio, path: string): Promise<StoredAsset> {
  const response = await fetch(`${studio.url}/api/assets?kind=plate&name=bench.jpg`, { method: 'POST', body: readFileSync(path) });
  const { job } = (await response.json()) as { job: JobState };
  return (await finished(studio, job.id)).result as StoredAsset;
}

/** Puts *Low sun* on the Shelf at another size. @returns the new piece's id */
export async function lowSunAt(studio: RunningStudio, width: number): Promise<string> {
  const asset = await importFile(studio, await largePlate(width, (width * 2) / 3));
  const { piece } = await ask<{ piece: Piece }>(studio, '/pieces/demo-low-sun');
  return (await ask<{ id: string }>(studio, '/pieces/copy', { piece: enlarged(piece, width / 1800, { sha256: asset.sha256, name: 'bench.jpg' }) })).id;
}

/** The peer: sharp lays one ready-made layer of the same size over the same photograph and writes the same PNG. */
async function sharpComposite(plate: string, width: number): Promise<number> {
  const height = (width * 2) / 3;
  const layer = await sharp({ create: { width, height, channels: 4, background: { r: 140, g: 63, b: 43, alpha: 0 } } }).png().toBuffer();
  const { ms } = await timed(() => sharp(plate, { limitInputPixels: false }).composite([{ input: layer, limitInputPixels: false } as never]).png({ compressionLevel: 6 }).toFile('build/bench/peer.png'));
  return ms;
}

/** Export of *Low sun* as PNG, from the request to the finished file, and the memory that the export's process took. */
export async function benchExport(studio: RunningStudio): Promise<void> {
  for (const width of [6000, 12000]) {
    const megapixels = Math.round((width * width * 2) / 3 / 1e6);
    const id = await lowSunAt(studio, width);
    const { ms, value } = await timed(async () => finished(studio, (await ask<JobState>(studio, `/pieces/${id}/exports`, { format: 'png', ppi: 300 })).id));
    const result = value.result as ExportResult;
    printRow({ name: `export Low sun, ${megapixels} megapixels, PNG`, ours_ms: ms, peer: 'sharp composite of one layer', peer_ms: await sharpComposite(await largePlate(width, (width * 2) / 3), width) });
    printValue(`  of that rendering`, result.renderMs, 'ms');
    printValue(`  of that writing the PNG (${(statSync(`${studio.data}/exports/${value.id}.png`).size / 1e6).toFixed(0)} MB)`, result.encodeMs, 'ms');
    printValue(`  peak memory of the export's process, ${megapixels} megapixels`, result.peakBytes / 1048576, 'MB');
  }
}
