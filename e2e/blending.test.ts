import type { Browser, Page } from 'playwright-core';
import { blend, blendModes, type BlendMode } from '../core/kernels/blend';
import { random } from '../core/kernels/testing';
import { emptyRaster, type Raster } from '../core/pixels/raster';
import { launchBrowser } from './studio';

const side = 128;
let browser: Browser;
let page: Page;
beforeAll(async () => {
  browser = await launchBrowser();
  page = await browser.newPage();
});
afterAll(() => browser.close());

/**
 * Random pixels, straight colours in 256ths and alphas in eighths: these, and their products, are whole in 16-bit
 * floats.
 */
function pixels(seed: number): Raster {
  const next = random(seed);
  const out = emptyRaster(side, side, 4);
  for (let at = 0; at < out.data.length; at += 4) {
    const alpha = Math.floor(next() * 9) / 8;
    for (let c = 0; c < 3; c++) out.data[at + c] = (Math.floor(next() * 257) / 256) * alpha;
    out.data[at + 3] = alpha;
  }
  return out;
}

/** The straight colours of a layer as a string that travels fast. */
function straight({ data }: Raster): string {
  return Buffer.from(
    data.map((value, i) => {
      const alpha = data[i - (i % 4) + 3];
      if (i % 4 === 3) return value;
      return alpha > 0 ? value / alpha : 0;
    }).buffer,
  ).toString('base64');
}

/**
 * What the canvas makes of two layers: premultiplied, in 16-bit floats, so that its own rounding to 8 bits does not
 * count.
 */
async function byCanvas(below: Raster, above: Raster, operation: string): Promise<Float32Array> {
  const answer = await page.evaluate(
    ([below, above, operation, side]) => {
      // Newer than the type library: canvases and pictures of 16-bit floats.
      const Half = (
        globalThis as unknown as { Float16Array: new (values: ArrayLike<number>) => Uint8ClampedArray<ArrayBuffer> }
      ).Float16Array;
      const format = { pixelFormat: 'rgba-float16' } as ImageDataSettings;
      const layer = (base64: string): OffscreenCanvasRenderingContext2D => {
        const floats = new Float32Array(Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0)).buffer);
        const context = new OffscreenCanvas(side, side).getContext('2d', {
          willReadFrequently: true,
          colorType: 'float16',
        } as CanvasRenderingContext2DSettings)!;
        context.putImageData(new ImageData(new Half(floats), side, side, format), 0, 0);
        return context;
      };
      const canvas = layer(below);
      canvas.globalCompositeOperation = operation as GlobalCompositeOperation;
      if (canvas.globalCompositeOperation !== operation) throw new Error(`The canvas does not know ${operation}.`);
      canvas.drawImage(layer(above).canvas, 0, 0);
      const bytes = new Uint8Array(Float32Array.from(canvas.getImageData(0, 0, side, side, format).data).buffer);
      return btoa(Array.from(bytes, (value) => String.fromCharCode(value)).join(''));
    },
    [straight(below), straight(above), operation, side] as const,
  );
  const out = new Float32Array(new Uint8Array(Buffer.from(answer, 'base64')).buffer);
  for (let i = 0; i < out.length; i++) if (i % 4 !== 3) out[i] *= out[i - (i % 4) + 3];
  return out;
}

const operations: Partial<Record<BlendMode, string>> = { normal: 'source-over', add: 'lighter' };

test.each(blendModes.filter((mode) => mode !== 'subtract').map((mode) => [mode]))(
  '%s agrees with the browser’s canvas within 1/255',
  async (mode) => {
    const [below, above] = [pixels(21), pixels(22)];
    const canvas = await byCanvas(below, above, operations[mode] ?? mode);
    blend(below, above, mode);
    let most = 0;
    for (let i = 0; i < canvas.length; i++) {
      const difference = Math.abs(below.data[i] - canvas[i]);
      if (!(difference <= most)) most = difference;
    }
    expect(most).toBeLessThan(1 / 255);
  },
);
