import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { zipSync } from 'fflate';
import { unpackBundle } from './unpack';

const root = mkdtempSync(join(tmpdir(), 'inky-unpack-'));
afterAll(() => rmSync(root, { recursive: true, force: true }));
const text = (value: unknown): Uint8Array => new TextEncoder().encode(JSON.stringify(value));
const naming = (...paths: string[]) => ({
  assets: Object.fromEntries(paths.map((path, i) => [`a${i}`, { kind: 'plate', name: 'a', path }])),
});
const unpacked = (files: Record<string, Uint8Array>): string => {
  const folder = mkdtempSync(join(root, 'to-'));
  unpackBundle(zipSync(files), folder);
  return folder;
};
const filesIn = (folder: string): string[] =>
  readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((one) => one.isFile())
    .map((one) => join(one.parentPath, one.name).slice(folder.length + 1))
    .sort();

test('only what the piece and its versions name is written, each in its place', () => {
  const folder = unpacked({
    'piece.json': text(naming('plates/a.png')),
    'versions/1.json': text({ name: 'one', piece: naming('plates/b.png', 'plates/a.png') }),
    'versions/3.json': text({ name: 'three', piece: naming('plates/c.png') }),
    'plates/a.png': new Uint8Array([1]),
    'plates/b.png': new Uint8Array([2]),
    'plates/c.png': new Uint8Array([3]),
    'other.bin': new Uint8Array([4]),
  });
  expect(filesIn(folder)).toEqual(['piece.json', 'plates/a.png', 'plates/b.png', 'versions/1.json']);
  expect([...readFileSync(join(folder, 'plates/b.png'))]).toEqual([2]);
});

test('nothing is written outside of the folder, whatever is named', () => {
  const outside = ['../outside.bin', '/tmp/inky-outside.bin', 'a/../../outside.bin', '..\\outside.bin', 'a\0b'];
  const folder = unpacked({
    'piece.json': text(naming(...outside)),
    ...Object.fromEntries(outside.map((path) => [path, new Uint8Array([1])])),
  });
  expect(filesIn(folder)).toEqual(['piece.json']);
  expect(existsSync(join(root, 'outside.bin')) || existsSync('/tmp/inky-outside.bin')).toBe(false);
});

test('a file that is named like a folder of another, and text that is no piece, are told or left', () => {
  const both = { 'piece.json': text(naming('a', 'a/b')), a: new Uint8Array([1]), 'a/b': new Uint8Array([2]) };
  expect(() => unpacked(both)).toThrow(/has a name that no file can have/);
  const overPiece = { 'piece.json': text(naming('piece.json/x')), 'piece.json/x': new Uint8Array([1]) };
  expect(() => unpacked(overPiece)).toThrow(/no file can have/);
  for (const odd of [null, 7, 'x', [], { assets: [] }, { assets: { a: null, b: 4, c: { path: 7 } } }])
    expect(filesIn(unpacked({ 'piece.json': text(odd) }))).toEqual(['piece.json']);
  expect(filesIn(unpacked({ 'piece.json': new TextEncoder().encode('{') }))).toEqual(['piece.json']);
  expect(() => unpackBundle(new Uint8Array([80, 75, 3, 4, 9]), join(root, 'none'))).toThrow(/not a zip/);
});
