import { random } from '../../../kernels/testing';
import type { Level } from '../../../pictures/pyramid';
import { plateLevel, trueMatte, type PlateFolder } from '../../../testing/plates';
import { overlap } from '../../../testing/truth';
import { drawMarks, markedBehind } from '../scribble/marks';
import { ScribbleCutter } from '../scribble/scribbleCut';
import { hatchingOf } from './hatching';
import { StandOut } from './standOut';
import { strokesFor, strokeThrough } from './strokesFor';

const [width, height] = [300, 200];

/** A picture with grain. @param colour what each px shows, encoded */
function picture(colour: (x: number, y: number) => readonly number[]): Level {
  const next = random(4);
  const bytes = new Uint8Array(width * height * 3);
  for (let i = 0; i < width * height; i++)
    colour(i % width, Math.floor(i / width)).forEach((value, c) => {
      bytes[i * 3 + c] = Math.min(255, Math.max(0, Math.round(value + (next() - 0.5) * 8)));
    });
  return { width, height, channels: 3, bytes };
}

/** What is cut by the strokes of each of the first three things, and how well that is some mask. */
function overlaps(cutter: ScribbleCutter, wanted: ArrayLike<number>): number[] {
  const standOut = new StandOut(cutter);
  const things = standOut.things();
  expect(things.length).toBeLessThanOrEqual(5);
  return things.slice(0, 3).map((_, thing) => {
    const marks = standOut.strokes(thing);
    return marks.length > 0
      ? overlap(
          cutter.cut(marks)!.bytes.map((value) => Number(value > 127)),
          wanted,
        )
      : 0;
  });
}

test('a ball of two colours on a calm ground is the first thing that stands out', () => {
  const inBall = (x: number, y: number): boolean => Math.hypot(x - 170, y - 90) < 45;
  const level = picture((x, y) => {
    if (!inBall(x, y)) return [150 + x / 10, 160, 150];
    return y < 95 ? [200, 60, 40] : [40, 60, 160];
  });
  const truth = Uint8Array.from({ length: width * height }, (_, i) => Number(inBall(i % width, Math.floor(i / width))));
  const [first] = overlaps(new ScribbleCutter(level), truth);
  expect(first).toBeGreaterThan(0.95);
});

test('where nothing stands out nothing is offered, or at least nothing breaks', () => {
  const even: Level = { width, height, channels: 3, bytes: new Uint8Array(width * height * 3).fill(120) };
  expect(new StandOut(new ScribbleCutter(even)).things()).toEqual([]);
  const tiny: Level = { width: 1, height: 1, channels: 3, bytes: Uint8Array.of(1, 2, 3) };
  const standOut = new StandOut(new ScribbleCutter(tiny));
  expect(standOut.things()).toEqual([]);
  expect(standOut.strokes(3)).toEqual([]);
});

test.each<[string, string[], PlateFolder]>([
  ['dune', ['kite'], 'demo/plates'],
  ['potter-figure', ['figure'], 'demo/plates'],
  ['ribbons', ['ribbon-a', 'ribbon-c'], 'demo/plates'],
  ['boat', ['boat'], 'bench/plates'],
  ['kiosk', ['kiosk'], 'bench/plates'],
])('%s: %p are among the first three things, and their strokes cut them', async (plate, names, folder) => {
  const cutter = new ScribbleCutter(await plateLevel(plate, folder));
  for (const name of names) {
    const { data } = await trueMatte(`${plate}.${name}`, folder);
    const truth = data.map((value) => Number(value > 0.5));
    expect(Math.max(...overlaps(cutter, truth))).toBeGreaterThan(0.85);
  }
});

test('a stroke runs lengthwise through the deepest place of what is wrong', () => {
  const wrong = Uint8Array.from({ length: width * height }, (_, i) => {
    const [x, y] = [i % width, Math.floor(i / width)];
    return Number(x >= 50 && x < 250 && y >= 80 && y < 101);
  });
  const { side, radius, points } = strokeThrough(wrong, width, height)!;
  expect(side).toBe('front');
  expect(radius).toBeGreaterThan(3);
  expect(points.every(([, y]) => Math.abs(y - 90.5) < 1.5)).toBe(true);
  expect(points[2][0] - points[0][0]).toBeGreaterThan(150);
  expect(strokeThrough(new Uint8Array(width * height), width, height)).toBeNull();
});

test('strokes are drawn until the cut is what is wanted, behind where it is too much', () => {
  const wanted = Uint8Array.from({ length: width * height }, (_, i) => Number(i % width < 150));
  // A cut that takes all until a stroke behind is drawn.
  const marks = strokesFor(
    (drawn) => (drawn.some(({ side }) => side === 'behind') ? wanted : new Uint8Array(width * height).fill(1)),
    wanted,
    width,
    height,
  );
  expect(marks.map(({ side }) => side)).toEqual(['front', 'behind']);
});

test('hatching beside a thing leaves what is thin free, and hatches what is between', () => {
  const [width, height] = [120, 100];
  const bowl = Uint8Array.from({ length: width * height }, (_, i) =>
    Math.hypot((i % width) - 60, Math.floor(i / width) - 60) < 20 ? 1 : 0,
  );
  const stems = Uint8Array.from({ length: width * height }, (_, i) => ((i % width) % 30 === 15 ? 1 : 0));
  const drawn = drawMarks(hatchingOf(bowl, stems, width, height), 1, { x: 0, y: 0, width, height });
  let [onStems, onWall] = [0, 0];
  drawn.forEach((mark, i) => {
    if (mark !== markedBehind) return;
    if (stems[i] === 1) onStems++;
    else onWall++;
    expect(bowl[i]).toBe(0);
  });
  expect(onStems).toBe(0);
  expect(onWall).toBeGreaterThan(100);
});
