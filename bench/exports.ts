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
export async function ask<Answer>(studio: RunningStudio, path: string, json?: unknown): Promise<Answer> {
  const response = await fetch(
    `${studio.url}/api${path}`,
    json === undefined
      ? {}
      : { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(json) },
  );
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
  const response = await fetch(`${studio.url}/api/assets?kind=plate&name=bench.jpg`, {
    method: 'POST',
    body: readFileSync(path),
  });
  const { job } = (await response.json()) as { job: JobState };
  return (await finished(studio, job.id)).result as StoredAsset;
}

/** Puts a demo piece on the Shelf at another size, on a plate of at most 96 megapixels. @returns the new piece's id */
export async function pieceAt(studio: RunningStudio, demo: 'low-sun' | 'woven', width: number): Promise<string> {
  const plateWidth = Math.min(width, 12000);
  const asset = await importFile(
    studio,
    await largePlate(plateWidth, (plateWidth * 2) / 3, demo === 'woven' ? 'jar' : 'dune'),
  );
  const { piece } = await ask<{ piece: Piece }>(studio, `/pieces/demo-${demo}`);
  return (
    await ask<{ id: string }>(studio, '/pieces/copy', {
      piece: enlarged(piece, width / 1800, { sha256: asset.sha256, name: 'bench.jpg' }, width / plateWidth),
    })
  ).id;
}

/** The peer: sharp lays one ready-made layer of the same size over the same photograph and writes the same PNG. */
async function sharpComposite(plate: string, width: number): Promise<number> {
  const height = (width * 2) / 3;
  const layer = await sharp({ create: { width, height, channels: 4, background: { r: 140, g: 63, b: 43, alpha: 0 } } })
    .png()
    .toBuffer();
  const { ms } = await timed(() =>
    sharp(plate, { limitInputPixels: false })
      .resize(width, height, { fit: 'fill' })
      .composite([{ input: layer, limitInputPixels: false } as never])
      .png({ compressionLevel: 6 })
      .toFile('build/bench/peer.png'),
  );
  return ms;
}

/** Export of *Low sun* as PNG, from the request to the finished file, and the memory that the export's process took. */
export async function benchExport(studio: RunningStudio): Promise<void> {
  const perMegapixel = new Map<number, number>();
  for (const width of [3000, 6000, 12000, 17322]) {
    const megapixels = Math.round((width * width * 2) / 3 / 1e6);
    const id = await pieceAt(studio, 'low-sun', width);
    // Opening the export sheet gets a process ready, as it does for a person.
    await ask(studio, `/pieces/${id}/exports/ready`, {});
    await new Promise((resolve) => setTimeout(resolve, 2000));
    const { ms, value } = await timed(async () =>
      finished(studio, (await ask<JobState>(studio, `/pieces/${id}/exports`, { format: 'png', ppi: 300 })).id),
    );
    const result = value.result as ExportResult;
    const plate = await largePlate(Math.min(width, 12000), (Math.min(width, 12000) * 2) / 3);
    printRow({
      name: `export Low sun, ${megapixels} megapixels, PNG`,
      ours_ms: ms,
      peer: 'sharp composite of one layer',
      peer_ms: await sharpComposite(plate, width),
    });
    printValue(`  size of the file`, statSync(`${studio.data}/exports/${value.id}.png`).size / 1e6, 'MB');
    printValue(`  megapixels per second`, (megapixels * 1000) / ms, 'MP/s');
    printValue(`  peak memory of the export's process, ${megapixels} megapixels`, result.peakBytes / 1048576, 'MB');
    perMegapixel.set(megapixels, ms / megapixels);
  }
  printValue(
    'cost per megapixel at 96 against 6 megapixels',
    (100 * perMegapixel.get(96)!) / perMegapixel.get(6)!,
    '%',
  );
  printValue(
    'cost per megapixel at 200 (plate enlarged) against 6 megapixels',
    (100 * perMegapixel.get(200)!) / perMegapixel.get(6)!,
    '%',
  );
}
