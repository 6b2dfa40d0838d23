import { closeSync, openSync, readSync } from 'node:fs';
import type { OutputInfo, Sharp } from 'sharp';
import type { Level } from '../../core/pictures/pyramid';
import type { FineLevel } from '../../core/pictures/fine';
import { largestPicture } from '../config';
import { Problem } from '../problem';
import { damagedSays, openDrawing } from './drawnFile';
import { finePixels } from './finePixels';
import { openPicture } from './openPicture';

/** What the beginning of an SVG may hold before its first element: a mark of the encoding, a declaration, remarks, a type. */
const svgStart =
  /^\uFEFF?\s*(<\?xml[^>]*\?>\s*)?(<!--(?:(?!-->)[^])*-->\s*|<!DOCTYPE\s+svg[^>[]*(\[[^\]]*\])?\s*>\s*)*<(\w+:)?svg[\s>]/i;

/** The formats that are taken in, by the first bytes of the file. @property drawing it has no px of its own */
const signatures: {
  mime: string;
  name: string;
  matches(head: Buffer): boolean;
  drawing?: 'SVG' | 'PDF';
}[] = [
  { mime: 'image/jpeg', name: 'JPEG', matches: (head) => head[0] === 0xff && head[1] === 0xd8 && head[2] === 0xff },
  {
    mime: 'image/png',
    name: 'PNG',
    matches: (head) => head.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])),
  },
  {
    mime: 'image/webp',
    name: 'WebP',
    matches: (head) => head.toString('latin1', 0, 4) === 'RIFF' && head.toString('latin1', 8, 12) === 'WEBP',
  },
  {
    mime: 'image/tiff',
    name: 'TIFF',
    matches: (head) => ['II*\0', 'MM\0*', 'II+\0', 'MM\0+'].includes(head.toString('latin1', 0, 4)),
  },
  {
    mime: 'image/avif',
    name: 'AVIF',
    matches: (head) => head.toString('latin1', 4, 8) === 'ftyp' && /avif|avis/.test(head.toString('latin1', 8, 40)),
  },
  {
    mime: 'application/pdf',
    name: 'PDF',
    matches: (head) => head.toString('latin1').includes('%PDF-'),
    drawing: 'PDF',
  },
  { mime: 'image/svg+xml', name: 'SVG', matches: (head) => svgStart.test(head.toString('utf8')), drawing: 'SVG' },
];

const accepted = 'Inky Veil reads JPEG, PNG, WebP, TIFF, AVIF, and drawings in SVG and PDF.';

/** A picture read from a file, and what kind of file it was. */
export interface Decoded extends Level {
  mime: string;
  /** The same px more exactly, of a plate whose file has more than 8 bits of sRGB. */
  fine: FineLevel | null;
}

/**
 * Reads a picture, or draws a drawing: turned upright, converted from its colour profile to sRGB, 8 bits; a plate's px of
 * 16 bits or of a wide gamut are kept besides. Of an animation the first picture.
 * @param kind a plate or front comes out with 3 or 4 channels, a matte with one: what is clear where the picture has
 * clear parts, otherwise
 * its grey values as they are stored, linear
 * @param withFine the px of 16 bits are wanted too, where there are such
 * @throws Problem 415 for what is no picture, 422 for a broken one, 413 for more than 100 megapixels
 */
export async function decodePicture(
  path: string,
  kind: 'plate' | 'matte' | 'front',
  withFine = false,
): Promise<Decoded> {
  const signature = signatures.find(({ matches }) => matches(firstBytes(path)));
  if (!signature) throw new Problem(415, `This file is not a picture that can be read. ${accepted}`);
  const picture = signature.drawing ? await openDrawing(signature.drawing, path) : openPicture(path);
  const told = await readable(() => picture.metadata(), signature.name);
  const { width, height } = told;
  if (width * height > largestPicture) {
    throw new Problem(
      413,
      `This picture has ${Math.round((width * height) / 1e6)} megapixels; the limit is ${largestPicture / 1e6}.`,
    );
  }
  const upright = picture.autoOrient();
  const toMatte = async (): Promise<Sharp> =>
    told.hasAlpha && !(await picture.stats()).isOpaque
      ? upright.extractChannel('alpha')
      : upright.removeAlpha().toColourspace('b-w');
  const prepared = kind === 'matte' ? await toMatte() : upright.toColourspace('srgb');
  const { data, info } = await readable(
    () => prepared.raw({ depth: 'uchar' }).toBuffer({ resolveWithObject: true }),
    signature.name,
  );
  const level = asLevel(data, info, kind);
  const fine =
    withFine && kind === 'plate' && !signature.drawing
      ? await readable(() => finePixels(path, told), signature.name)
      : null;
  return { mime: signature.mime, ...level, fine: fine && withChannels(fine, level.channels as 3 | 4) };
}

/** Without the alpha that is opaque everywhere, as the level of 8 bits is. */
function withChannels(fine: FineLevel, channels: 3 | 4): FineLevel {
  if (fine.channels === channels) return fine;
  const codes = new Uint16Array((fine.codes.length / 4) * 3);
  for (let i = 0, at = 0; i < fine.codes.length; i += 4, at += 3) codes.set(fine.codes.subarray(i, i + 3), at);
  return { ...fine, channels, codes };
}

/** Enough for what stands before an SVG's first element, bytes. */
const headLength = 4096;

function firstBytes(path: string): Buffer {
  const head = Buffer.alloc(headLength);
  const file = openSync(path, 'r');
  try {
    return head.subarray(0, readSync(file, head, 0, headLength, 0));
  } finally {
    closeSync(file);
  }
}

async function readable<Value>(read: () => Promise<Value>, format: string): Promise<Value> {
  try {
    return await read();
  } catch {
    throw new Problem(422, damagedSays(format));
  }
}

/** Grey pictures are spread to three channels; grey with alpha to four; a matte keeps its first. */
function asLevel(data: Buffer, { width, height, channels }: OutputInfo, kind: 'plate' | 'matte' | 'front'): Level {
  if (kind === 'matte') return { width, height, channels: 1, bytes: channels === 1 ? data : pick(data, channels, [0]) };
  if (channels === 3) return { width, height, channels: 3, bytes: data };
  if (channels === 4)
    return { width, height, channels: isOpaque(data) ? 3 : 4, bytes: isOpaque(data) ? pick(data, 4, [0, 1, 2]) : data };
  if (channels === 1) return { width, height, channels: 3, bytes: pick(data, 1, [0, 0, 0]) };
  return { width, height, channels: 4, bytes: pick(data, 2, [0, 0, 0, 1]) };
}

function isOpaque(data: Buffer): boolean {
  for (let i = 3; i < data.length; i += 4) if (data[i] !== 255) return false;
  return true;
}

function pick(data: Buffer, channels: number, order: readonly number[]): Uint8Array {
  const out = new Uint8Array((data.length / channels) * order.length);
  for (let from = 0, at = 0; from < data.length; from += channels)
    for (const channel of order) out[at++] = data[from + channel];
  return out;
}
