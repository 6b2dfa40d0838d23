import { createRequire } from 'node:module';
import type { Browser } from 'playwright-core';
import sharp, { type Blend } from 'sharp';
import { blend } from '../core/kernels/blend';
import { gaussianBlur } from '../core/kernels/blur';
import { hats } from '../core/kernels/closing';
import { signedDistance } from '../core/kernels/distance';
import { resize } from '../core/kernels/resize';
import { offsets, solveStencil, type StencilEquations } from '../core/kernels/stencil';
import { byReference, noise, random } from '../core/kernels/testing';
import { warpPlane } from '../core/kernels/warp';
import type { Homography } from '../core/shape/homography';
import type { Raster } from '../core/pixels/raster';
import { coverage } from '../core/shape/coverage';
import { printRow } from './rows';

const [width, height] = [3000, 2000];
/** Placing on a surface that recedes, as display type on a wall. */
const plane: Homography = [0.9, -0.2, 300, 0.15, 0.95, -100, 0.00001, 0.00002, 1];
const turned: Homography = [0.9, -0.2, 300, 0.15, 0.95, -100, 0, 0, 1];

async function best(work: () => unknown, rounds = 3): Promise<number> {
  let least = Infinity;
  for (let round = 0; round < rounds; round++) {
    const start = performance.now();
    await work();
    least = Math.min(least, performance.now() - start);
  }
  return least;
}

/**
 * Every kernel on 6 megapixels beside its peer, one thread each; the best of three. Ours works on 32-bit floats
 * throughout.
 */
export async function benchKernels(browser: Browser): Promise<void> {
  sharp.concurrency(1);
  sharp.cache(false);
  const picture = noise(width, height, 4, 1);
  const layer = noise(width, height, 4, 2);
  await againstSharp(picture, layer);
  await againstOpenCv(picture);
  await hatsAgainstOpenCv();
  await stencilAgainstPlain();
  await againstCanvas(browser, picture);
}

async function againstSharp(picture: Raster, layer: Raster): Promise<void> {
  const bytes = Buffer.from(Uint8Array.from(picture.data, (value) => Math.round(value * 255)));
  const raw = { raw: { width, height, channels: 4 as const } };
  for (const sigma of [2, 12, 60]) {
    const ours_ms = await best(() => gaussianBlur(picture, sigma));
    printRow({
      name: `blur sigma ${sigma}, 6 megapixels RGBA`,
      ours_ms,
      peer: 'sharp, 8 bits',
      peer_ms: await best(() => sharp(bytes, raw).blur(sigma).raw().toBuffer(), sigma > 20 ? 1 : 3),
    });
  }
  for (const sigma of [2, 12]) {
    const floats = sharp(picture.data, { raw: { width, height, channels: 4 } });
    printRow({
      name: `blur sigma ${sigma}, 6 megapixels RGBA`,
      ours_ms: await best(() => gaussianBlur(picture, sigma)),
      peer: 'sharp, 32-bit floats',
      peer_ms: await best(() => floats.clone().blur(sigma).raw({ depth: 'float' }).toBuffer(), 1),
    });
  }
  for (const [mode, peer] of [
    ['normal', 'over'],
    ['multiply', 'multiply'],
    ['soft-light', 'soft-light'],
  ] as const) {
    const ours_ms = await best(() => blend(layer, picture, mode));
    printRow({
      name: `composite ${mode}, 6 megapixels RGBA`,
      ours_ms,
      peer: 'sharp, 8 bits',
      peer_ms: await best(() =>
        sharp(bytes, raw)
          .composite([{ input: bytes, ...raw, blend: peer as Blend }])
          .raw()
          .toBuffer(),
      ),
    });
  }
  for (const [toWidth, toHeight] of [
    [1500, 1000],
    [1110, 740],
    [4500, 3000],
  ]) {
    const peer_ms = await best(() =>
      sharp(bytes, raw).resize(toWidth, toHeight, { kernel: 'lanczos3' }).raw().toBuffer(),
    );
    printRow({
      name: `resize Lanczos, 3000 x 2000 to ${toWidth} x ${toHeight}`,
      ours_ms: await best(() => resize(picture, toWidth, toHeight, 'lanczos')),
      peer: 'sharp, 8 bits',
      peer_ms,
    });
    if (toWidth < width)
      printRow({
        name: `resize area, 3000 x 2000 to ${toWidth} x ${toHeight}`,
        ours_ms: await best(() => resize(picture, toWidth, toHeight, 'area')),
        peer: 'sharp Lanczos, 8 bits',
        peer_ms,
      });
  }
}

/** The part of OpenCV's WebAssembly build that is used here. */
interface Mat {
  data: Uint8Array;
  data32F: Float32Array;
}
interface OpenCv {
  Mat: new (rows?: number, columns?: number, type?: number) => Mat;
  Size: new (width: number, height: number) => unknown;
  matFromArray(rows: number, columns: number, type: number, values: readonly number[]): Mat;
  warpPerspective(from: Mat, to: Mat, by: Mat, size: unknown, flags: number): void;
  distanceTransform(from: Mat, to: Mat, distance: number, mask: number): void;
  getStructuringElement(shape: number, size: unknown): Mat;
  morphologyEx(from: Mat, to: Mat, operation: number, square: Mat): void;
  MORPH_RECT: number;
  MORPH_BLACKHAT: number;
  MORPH_TOPHAT: number;
  CV_32FC1: number;
  CV_8UC1: number;
  CV_8UC4: number;
  CV_32FC4: number;
  CV_64FC1: number;
  INTER_LINEAR: number;
  INTER_CUBIC: number;
  WARP_INVERSE_MAP: number;
  DIST_L2: number;
  DIST_MASK_PRECISE: number;
  onRuntimeInitialized?: () => void;
}

/**
 * Loads OpenCV. In a wrapping of its own, because the library calls itself a promise and would be waited for for ever.
 */
async function openCv(): Promise<{ cv: OpenCv }> {
  const cv = createRequire(import.meta.url)('@techstark/opencv-js') as OpenCv;
  if (!cv.Mat) await new Promise<void>((ready) => (cv.onRuntimeInitialized = ready));
  return { cv };
}

async function againstOpenCv(picture: Raster): Promise<void> {
  const { cv } = await openCv();
  const floats = new cv.Mat(height, width, cv.CV_32FC4);
  floats.data32F.set(picture.data);
  const bytes = new cv.Mat(height, width, cv.CV_8UC4);
  for (let i = 0; i < picture.data.length; i++) bytes.data[i] = picture.data[i] * 255;
  const to = new cv.Mat();
  const by = cv.matFromArray(3, 3, cv.CV_64FC1, plane);
  const region = { x: 0, y: 0, width, height };
  for (const [sampling, flag] of [
    ['bilinear', cv.INTER_LINEAR],
    ['bicubic', cv.INTER_CUBIC],
  ] as const) {
    const ours_ms = await best(() => warpPlane(picture, plane, region, sampling, 'clear'));
    for (const [name, from] of [
      ['floats', floats],
      ['8 bits', bytes],
    ] as const) {
      printRow({
        name: `warp in perspective, ${sampling}, 6 megapixels RGBA`,
        ours_ms,
        peer: `OpenCV WebAssembly, ${name}`,
        peer_ms: await best(() =>
          cv.warpPerspective(from, to, by, new cv.Size(width, height), flag | cv.WARP_INVERSE_MAP),
        ),
      });
    }
  }
  const ring = (radius: number): [number, number][] =>
    Array.from({ length: 720 }, (_, i) => [
      1500 + radius * Math.cos((i * Math.PI) / 360),
      1000 + radius * Math.sin((i * Math.PI) / 360),
    ]);
  const shape = coverage([ring(900), ring(500).reverse()], region);
  const mask = new cv.Mat(height, width, cv.CV_8UC1);
  for (let i = 0; i < shape.data.length; i++) mask.data[i] = shape.data[i] >= 0.5 ? 255 : 0;
  // OpenCV measures to px' centres and inside only; ours within the px, on both sides.
  printRow({
    name: 'distance, 6 megapixels',
    ours_ms: await best(() => signedDistance(shape)),
    peer: 'OpenCV WebAssembly, precise',
    peer_ms: await best(() => cv.distanceTransform(mask, to, cv.DIST_L2, cv.DIST_MASK_PRECISE)),
  });
}

/** Closing and opening by a square of 7 px, both hats. */
async function hatsAgainstOpenCv(): Promise<void> {
  const { cv } = await openCv();
  const { data } = noise(width, height, 1, 5);
  const plane = new cv.Mat(height, width, cv.CV_32FC1);
  plane.data32F.set(data);
  const to = new cv.Mat();
  const square = cv.getStructuringElement(cv.MORPH_RECT, new cv.Size(7, 7));
  printRow({
    name: 'both hats by a square of 7 px, 6 megapixels',
    ours_ms: await best(() => hats(data, width, height, 3)),
    peer: 'OpenCV WebAssembly, floats',
    peer_ms: await best(() => {
      for (const operation of [cv.MORPH_BLACKHAT, cv.MORPH_TOPHAT]) cv.morphologyEx(plane, to, operation, square);
    }),
  });
}

/** Equations of a matte: 60 steps of conjugate gradients, beside the same in plain TypeScript. */
async function stencilAgainstPlain(): Promise<void> {
  const [across, down] = [1000, 600];
  const count = across * down;
  const next = random(9);
  const equations: StencilEquations = {
    width: across,
    height: down,
    diagonal: new Float32Array(count).fill(offsets.length * 0.4 + 0.001),
    ties: Float32Array.from({ length: count * offsets.length }, () => -0.4 * next()),
    right: Float32Array.from({ length: count }, next),
  };
  const solveIt = (): void => solveStencil(equations, new Float32Array(count), { tolerance: 1e-9, steps: 60 });
  printRow({
    name: '60 steps of conjugate gradients, 0.6 megapixels, 24 neighbours',
    ours_ms: await best(solveIt),
    peer: 'the reference in TypeScript',
    peer_ms: await best(() => byReference(solveIt), 1),
  });
}

async function againstCanvas(browser: Browser, picture: Raster): Promise<void> {
  const page = await browser.newPage();
  const peer_ms = await page.evaluate(
    ([width, height, matrix]) => {
      const source = new OffscreenCanvas(width, height);
      const context = source.getContext('2d', { willReadFrequently: true })!;
      for (let i = 0; i < 600; i++) {
        context.fillStyle = `hsl(${i * 7} 50% 50% / 0.7)`;
        context.fillRect((i * 997) % width, (i * 613) % height, 400, 300);
      }
      const to = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!;
      // The canvas knows no perspective: an affine placing only.
      to.setTransform(new DOMMatrix(matrix).inverse());
      to.imageSmoothingQuality = 'low';
      const times: number[] = [];
      for (let round = 0; round < 5; round++) {
        const start = performance.now();
        to.drawImage(source, 0, 0);
        to.getImageData(0, 0, 1, 1);
        times.push(performance.now() - start);
      }
      return Math.min(...times);
    },
    [width, height, [turned[0], turned[3], turned[1], turned[4], turned[2], turned[5]] as number[]] as const,
  );
  await page.close();
  const region = { x: 0, y: 0, width, height };
  printRow({
    name: 'warp, turned, bilinear, 6 megapixels RGBA',
    ours_ms: await best(() => warpPlane(picture, turned, region, 'bilinear', 'clear')),
    peer: 'canvas in Chromium, 8 bits',
    peer_ms,
  });
}
