import { Evaluator } from '../../graph/evaluate';
import { encodeExact } from '../../pixels/transfer';
import { paintedNode } from '../../testing/nodes';
import { bent } from './bent';

const sheet = { width: 480, height: 320 };
const region = { x: 0, y: 0, ...sheet };
const radians = (degrees: number): number => (degrees * Math.PI) / 180;
const shine = { tilt: 180, height: 40, size: 0.1 };
/** Folds that run down the cloth: so high, and so far from one to the next; px. */
const [high, long] = [6, 120];
const slopeAt = (x: number): number => ((high * 2 * Math.PI) / long) * Math.cos((2 * Math.PI * x) / long);
const heightAt = (x: number): number => high * Math.sin((2 * Math.PI * x) / long);
/** The cloth in light from the left, by Lambert's law. */
const cloth = paintedNode('cloth', (x) => {
  const angle = radians(shine.height);
  // Light from the left: it meets a slope that rises to the right more squarely turned away.
  const lit = (slopeAt(x) * Math.cos(angle) + Math.sin(angle)) / Math.hypot(slopeAt(x), 1);
  const value = encodeExact(0.6 * Math.max(0, lit));
  return [value, value, value, 1];
});
/** A shadow with a slanted edge, so that what is moved to the side is seen all along it. */
const edgeAt = (y: number): number => 60 + y;
const shadow = paintedNode('shadow', (x, y) => [Math.max(0, Math.min(1, edgeAt(y) - x + 0.5))], 1);

/** Where the shadow's edge lies in a row. */
function edgeIn(data: Float32Array, y: number): number {
  let sum = 0;
  for (let x = 0; x < sheet.width; x++) sum += data[y * sheet.width + x];
  return sum;
}

test('a shadow bends over folds by their height over the tangent of the lamp’s, towards the light where they rise', async () => {
  const along = 1 / Math.tan(radians(shine.height));
  const node = bent(shadow, shine, [along, 0], 20, { surface: cloth, sheet });
  const { data } = await new Evaluator(1e9).pixels(node, { region, scale: 1 });
  const found: number[] = [];
  const wanted: number[] = [];
  for (let y = 70; y < 250; y += 2) {
    found.push(edgeIn(data, y) - edgeAt(y));
    // The edge lies where x = edge - height(x) / tan.
    let x = edgeAt(y);
    for (let i = 0; i < 50; i++) x = 0.5 * x + 0.5 * (edgeAt(y) - along * heightAt(x));
    wanted.push(x - edgeAt(y));
  }
  const mean = (values: number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;
  const [a, b] = [found, wanted].map((values) => values.map((value) => value - mean(values)));
  const product = (p: number[], q: number[]): number => p.reduce((sum, value, i) => sum + value * q[i], 0);
  expect(product(a, b) / Math.sqrt(product(a, a) * product(b, b))).toBeGreaterThan(0.9);
  const ratio = Math.sqrt(product(a, a) / product(b, b));
  expect(ratio).toBeGreaterThan(0.6);
  expect(ratio).toBeLessThan(1.5);
});

test('on an even surface it stays as it is', async () => {
  const even = paintedNode('even', () => [0.5, 0.5, 0.5, 1]);
  const node = bent(shadow, shine, [1.2, 0], 20, { surface: even, sheet });
  const { data } = await new Evaluator(1e9).pixels(node, { region, scale: 1 });
  for (const y of [40, 160, 280]) expect(Math.abs(edgeIn(data, y) - (edgeAt(y) + 0.5))).toBeLessThan(0.6);
});
