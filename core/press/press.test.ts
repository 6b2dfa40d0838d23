import { fromLab, toLab, type Triple } from './lab';
import { printingOf, type Inks } from './print';
import { presses, pressNames } from './presses';
import { separate } from './separate';
import { printed, readGrid, tableOf } from './table';

test('L*, a*, b* and X, Y, Z are each other’s way back, and white is white', () => {
  const out: Triple = [0, 0, 0];
  toLab(0.9642, 1, 0.8249, out);
  expect(out.map((value) => Math.round(value * 1e9))).toEqual([100e9, 0, 0]);
  for (const lab of [
    [50, 20, -30],
    [5, 1, 2],
    [90, -40, 60],
  ] as const) {
    toLab(...fromLab(lab), out);
    out.forEach((value, i) => expect(value).toBeCloseTo(lab[i], 9));
  }
  // Y = 0.18418651851244416 is L* = 50 (CIE 15).
  toLab(0, 0.18418651851244416, 0, out);
  expect(out[0]).toBeCloseTo(50, 9);
});

test.each(pressNames)('%s prints its paper, its solids, and halves that are darker than half', (name) => {
  const press = presses[name];
  const printing = printingOf(press);
  const out: Triple = [0, 0, 0];
  const lab = (inks: Inks): Triple => {
    printing.xyz(inks, out);
    toLab(...out, out);
    return [...out];
  };
  const close = (found: Triple, wanted: readonly number[]): void =>
    found.forEach((value, i) => expect(value).toBeCloseTo(wanted[i], 6));
  close(lab([0, 0, 0, 0]), press.paper);
  close(lab([1, 0, 0, 0]), press.solids.c);
  close(lab([0, 1, 1, 0]), press.solids.my);
  close(lab([0, 0, 0, 1]), press.solids.k);
  // With dots that neither grow nor spread light, half black gives the mean of both lights (Murray and Davies 1936).
  const plain = printingOf({ ...press, gainOfBlack: 0, spread: 1 });
  plain.xyz([0, 0, 0, 0.5], out);
  const mean = (fromLab(press.paper)[1] + fromLab(press.solids.k)[1]) / 2;
  expect(out[1]).toBeCloseTo(mean, 9);
  printing.xyz([0, 0, 0, 0.5], out);
  expect(out[1]).toBeLessThan(mean - 0.05);
});

test.each(pressNames)('%s: what its own inks print is found again, with no more ink than dries', (name) => {
  const press = presses[name];
  const printing = printingOf(press);
  const out: Triple = [0, 0, 0];
  for (const inks of [
    [0.2, 0.1, 0.1, 0],
    [0.1, 0.6, 0.5, 0],
    [0.7, 0.2, 0, 0.1],
    [0, 0, 0, 0.6],
    [0.5, 0.5, 0.5, 0.5],
  ] as Inks[]) {
    printing.lab(inks, out);
    const wanted: Triple = [...out];
    const { inks: found, off } = separate(wanted, printing, [0.5, 0.5, 0.5, 0]);
    expect(off).toBeLessThan(1);
    expect(found.reduce((sum, one) => sum + one, 0)).toBeLessThanOrEqual(press.mostInk + 1e-6);
  }
  // Darker than it can be, and bluer than any ink: as near as it goes, within what dries.
  for (const wanted of [
    [0, 0, 0],
    [30, 70, -110],
  ] as const) {
    const { inks } = separate(wanted, printing, [0.5, 0.5, 0.5, 0]);
    expect(inks.reduce((sum, one) => sum + one, 0)).toBeLessThanOrEqual(press.mostInk + 1e-6);
    inks.forEach((ink) => expect(ink >= 0 && ink <= 1).toBe(true));
  }
});

test('a grid is read exactly where it is linear', () => {
  const size = 5;
  const values = new Float32Array(size ** 3 * 2);
  for (let i = 0; i < size ** 3; i++) {
    const [r, g, b] = [Math.floor(i / 25), Math.floor(i / 5) % 5, i % 5];
    values.set([r + 2 * g + 3 * b, 7 - r], i * 2);
  }
  const out = [0, 0];
  for (const [r, g, b] of [
    [0.3, 0.9, 0.12],
    [1, 1, 1],
    [0, 0, 0],
    [0.5, 0.5, 0.5],
  ] as Triple[]) {
    readGrid({ size }, values, 2, [r, g, b], out);
    expect(out[0]).toBeCloseTo(4 * (r + 2 * g + 3 * b), 5);
    expect(out[1]).toBeCloseTo(7 - 4 * r, 5);
  }
});

test('white becomes paper without ink; greys stay grey; blue of a screen cannot be printed, and is told', () => {
  for (const name of pressNames) {
    const table = tableOf(name);
    const inks = [0, 0, 0, 0];
    readGrid(table, table.inks, 4, [1, 1, 1], inks);
    inks.forEach((ink) => expect(ink).toBeLessThan(0.01));
    const picture = (r: number, g: number, b: number): Float32Array => Float32Array.from([r, g, b, 1]);
    expect(printed(picture(0.25, 0.25, 0.25), table, false).beyond).toBe(0);
    const blue = picture(0, 0, 1);
    const asked = printed(blue, table, true);
    expect(asked.beyond).toBe(1);
    expect([...blue.slice(0, 3)].map((value) => Math.round(value * 100))).toEqual([2, 95, 90]);
    // Nothing asks for more ink than dries, between the points of the grid neither.
    const ramp = new Float32Array(4 * 1000);
    for (let i = 0; i < 1000; i++)
      ramp.set([((i * 7) % 10) / 9, (Math.floor(i / 10) % 10) / 9, Math.floor(i / 100) / 9, 1], i * 4);
    expect(printed(ramp, table, false).mostInk).toBeLessThanOrEqual(table.mostInk + 0.01);
  }
});
