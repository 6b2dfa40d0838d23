import { shippedFace } from '../../../testing/faces';
import type { Region } from '../../../pixels/region';
import type { Letters } from '../../../type/letters';
import type { Materials } from '../../../graph/materials';
import { setWords } from '../render';
import { plainWords, type Words } from '../schema';
import { apply } from '../../../shape/affine';
import { curveThrough } from './alongPath';
import { arcLockup } from './onArc';

const face = shippedFace('alfa-slab-one');
const materials = { face: () => face } as unknown as Materials;
const set = (text: string, lockup: Words['lockup'], change: Partial<Words> = {}): Letters =>
  setWords(
    {
      ...plainWords({ text, face: 'f', size: 100, leading: 0.9, tracking: 0, alignment: 'centre', lockup }),
      ...change,
    },
    materials,
  );
const inks = ({ lines }: Letters): Region[] => lines.map(({ ink }) => ink!);
const bottom = (box: Region): number => box.y + box.height;

describe('one width', () => {
  const text = 'AMBERSHAW\nKILN\n& KITE\nWEEK\nTHROWN BY HAND';
  test('the ink of every line reaches both sides, and the gaps of the ink are equal', () => {
    const lines = inks(set(text, { kind: 'one-width', width: 1200, gap: 0.02 }));
    for (const ink of lines) {
      expect(ink.x).toBeCloseTo(-600, 6);
      expect(ink.width).toBeCloseTo(1200, 6);
    }
    for (let i = 1; i < lines.length; i++) expect(lines[i].y - bottom(lines[i - 1])).toBeCloseTo(24, 6);
    // The block stands about its origin.
    expect(lines[0].y).toBeCloseTo(-bottom(lines.at(-1)!), 6);
  });
  test('also with tracking, kerns by hand, turned letters, and at any letter size', () => {
    for (const size of [1, 37, 4000]) {
      const letters = [{ at: 0, space: 0.2, x: 0, y: 0.3, scale: 1.4, rotation: 20, rise: 0, colour: null }];
      const [ink] = inks(set('AVID', { kind: 'one-width', width: 1200, gap: 0 }, { size, tracking: 0.07, letters }));
      expect(Math.abs(ink.width - 1200)).toBeLessThan(0.01);
    }
  });
  test('a line without ink leaves a gap and breaks nothing', () => {
    const { lines } = set('KILN\n \n\nKITE', { kind: 'one-width', width: 500, gap: 0.1 });
    expect(lines[3].ink!.y - bottom(lines[0].ink!)).toBeCloseTo(150, 6);
  });
  test('five lines are solved within 10 ms', () => {
    const times = Array.from({ length: 20 }, () => {
      const from = performance.now();
      set(text, { kind: 'one-width', width: 1200, gap: 0.02 });
      return performance.now() - from;
    }).sort((a, b) => a - b);
    expect(times[10]).toBeLessThan(10);
  });
});

test('justified: tracking brings every line to the width, letters keep their size, blanks at the ends do not count', () => {
  const made = set('KILN\n KITE \nI', { kind: 'justified', width: 900 });
  for (const ink of inks(made).slice(0, 2)) {
    expect(ink.x).toBeCloseTo(-450, 6);
    expect(ink.width).toBeCloseTo(900, 6);
  }
  const gaps = made.letters.filter(({ line }) => line === 0).map(({ bounds }) => bounds!.height);
  expect(new Set(gaps.map((height) => height.toFixed(3))).size).toBe(1);
  const single = made.lines[2].ink!;
  expect(single.x + single.width / 2).toBeCloseTo(0, 6);
});

test('stacked: letters below each other, centred by their ink, equal gaps of ink', () => {
  const { letters } = set('KITE', { kind: 'stacked', gap: 0.1 });
  letters.forEach(({ bounds }, i) => {
    expect(bounds!.x + bounds!.width / 2).toBeCloseTo(0, 6);
    if (i > 0) expect(bounds!.y - bottom(letters[i - 1].bounds!)).toBeCloseTo(10, 6);
  });
  const two = set('AB\nC', { kind: 'stacked', gap: 0 }, { leading: 1.5 });
  const column = (i: number): number => two.letters[i].bounds!.x + two.letters[i].bounds!.width / 2;
  expect(column(2) - column(0)).toBeCloseTo(150, 6);
});

test('on an arc every letter stands upright on the circle, as far along it as it would be on a straight line', () => {
  const line = {
    index: 0,
    letters: [30, 80, 55, 20].map((advance, start) => ({
      start,
      end: start + 1,
      outline: () => [],
      bounds: null,
      advance,
      rightToLeft: false,
      colour: null,
    })),
  };
  const measure = { size: 100, capHeight: 70, tracking: 4, leadingOf: () => 0, alignment: 'centre' as const };
  for (const radius of [400, -250]) {
    const [places] = arcLockup.place([line], { kind: 'arc', radius }, measure);
    let pen = -(30 + 80 + 55 + 20 + 3 * 4) / 2;
    places.forEach((place, i) => {
      const { advance } = line.letters[i];
      const foot = apply(place, [advance / 2, 0]);
      const head = apply(place, [advance / 2, -50]);
      const fromCentre = ([x, y]: readonly [number, number]): number => Math.hypot(x, y - radius);
      expect(fromCentre(foot)).toBeCloseTo(Math.abs(radius), 6);
      expect(fromCentre(head)).toBeCloseTo(Math.abs(radius + 50), 6);
      expect(radius * Math.atan2(foot[0] / radius, (radius - foot[1]) / radius)).toBeCloseTo(pen + advance / 2, 6);
      pen += advance + 4;
    });
  }
});

describe('along a drawn line', () => {
  test('a straight line sets the words as they are, from its start, its middle or its end', () => {
    const straight = {
      kind: 'path',
      points: [
        [0, 0],
        [500, 0],
        [1000, 0],
      ],
      offset: 0,
    } as Words['lockup'];
    const plain = set('KITE', { kind: 'lines' });
    for (const [alignment, x] of [
      ['left', 0],
      ['centre', 500],
      ['right', 1000],
    ] as const) {
      const along = set('KITE', straight, { alignment });
      const carets = along.lines[0].carets;
      const width = carets.at(-1)!.foot[0] - carets[0].foot[0];
      expect(along.ink!.width).toBeCloseTo(plain.ink!.width, 3);
      expect(carets[0].foot[0] + width * { left: 0, centre: 0.5, right: 1 }[alignment]).toBeCloseTo(x, 3);
    }
  });
  test('a line drawn around a circle keeps to it within two parts in a thousand, and is as long', () => {
    const points = Array.from(
      { length: 25 },
      (_, i) => [Math.cos((i / 24) * Math.PI) * 300, Math.sin((i / 24) * Math.PI) * 300] as [number, number],
    );
    const curve = curveThrough(points);
    expect(Math.abs(curve.length - Math.PI * 300)).toBeLessThan(1);
    for (let s = 0; s <= curve.length; s += 37) {
      const { e, f } = curve.frameAt(s);
      expect(Math.abs(Math.hypot(e, f) - 300)).toBeLessThan(0.6);
    }
  });
  test('a line that crosses itself, and one drawn on the spot, do no harm', () => {
    for (const points of [
      [
        [0, 0],
        [200, 200],
        [200, 0],
        [0, 200],
      ],
      [
        [5, 5],
        [5, 5],
      ],
      [
        [0, 0],
        [1e-12, 0],
      ],
    ] as [number, number][][]) {
      for (const { bounds } of set('KITE', { kind: 'path', points, offset: 3 }).letters)
        expect(Number.isFinite(bounds!.x + bounds!.y)).toBe(true);
    }
  });
});
