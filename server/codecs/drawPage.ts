import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { createCanvas } from '@napi-rs/canvas';
import { Problem } from '../problem';
import type { Drawn } from './drawnFile';
import { drawnSize } from './drawnSize';

/**
 * Draws a PDF's first page; what the page leaves bare stays clear.
 * @throws Problem 413, 422 for a file that is locked or too large; Error for a damaged one
 */
export async function drawPage(pdf: Uint8Array): Promise<Drawn> {
  const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const reader = dirname(createRequire(import.meta.url).resolve('pdfjs-dist/package.json'));
  const folder = (name: string): string => `${join(reader, name)}/`;
  const task = getDocument({
    data: pdf,
    isEvalSupported: false,
    verbosity: 0,
    standardFontDataUrl: folder('standard_fonts'),
    cMapUrl: folder('cmaps'),
    wasmUrl: folder('wasm'),
  });
  try {
    const page = await (await task.promise).getPage(1);
    const own = page.getViewport({ scale: 1 });
    const { width, height, scale } = drawnSize(own.width, own.height);
    const canvas = createCanvas(width, height);
    await page.render({
      canvas: canvas as unknown as HTMLCanvasElement,
      canvasContext: canvas.getContext('2d') as unknown as CanvasRenderingContext2D,
      viewport: page.getViewport({ scale }),
      background: 'rgba(0, 0, 0, 0)',
    }).promise;
    const { data } = canvas.getContext('2d').getImageData(0, 0, width, height);
    return { width, height, bytes: new Uint8Array(data.buffer, data.byteOffset, data.byteLength) };
  } catch (error) {
    if ((error as { name?: string }).name !== 'PasswordException') throw error;
    throw new Problem(422, 'This PDF is locked by a password. Save it without one first.');
  } finally {
    await task.destroy();
  }
}
