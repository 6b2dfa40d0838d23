import { placed } from '../../../shape/affine';
import { regionOfPoints } from '../../../pixels/region';
import { flatten, transformPath } from '../../../shape/path';
import { drawnLetter, drawnLetters, square } from '../../../testing/letters';
import { lettersOffPanel, movedPanel, scaledPanel } from './moving';
import { plainPanel, type Panel } from './schema';
import { panelPlace } from './shape';

const sheet = { width: 400, height: 300 };
/** Two letters of 60 px, 60 px apart; twice as large on the sheet. */
const letters = drawnLetters([drawnLetter(square(0, 0, 60)), drawnLetter(square(120, 0, 60), { start: 1 })], {
  capHeight: 60,
  place: placed(2, 0, 20, 100),
});
const panel = (change: Partial<Panel> = {}): Panel => ({
  ...plainPanel({ shape: { kind: 'box', round: 0 }, margin: [0.5, 0.25], colour: '#000000' }),
  ...change,
});
const boxOf = (one: Panel) => {
  const { path, place } = panelPlace(one, letters, sheet, 2);
  return regionOfPoints(flatten(transformPath(path, place)).flat())!;
};

test('a panel is moved by so many px, and its margin stays', () => {
  const before = boxOf(panel());
  const after = boxOf({ ...panel(), ...movedPanel(panel(), letters, [15, -6]) });
  // Two sheet px for each of the plane.
  expect([after.x - before.x, after.y - before.y]).toEqual([30, -12]);
  expect([after.width, after.height]).toEqual([before.width, before.height]);
});

test.each([
  ['box', panel()],
  ['ellipse', panel({ shape: { kind: 'ellipse' } })],
  ['fixed box', panel({ fixed: [300, 160] })],
  [
    'path',
    panel({
      shape: {
        kind: 'path',
        smooth: false,
        points: [
          [-40, -20],
          [200, -30],
          [210, 90],
          [-10, 70],
        ],
      },
    }),
  ],
])('scaled at a corner a %s keeps the opposite one', (_, one) => {
  const before = panelPlace(one, letters, sheet, 2).flatBox;
  const corner = [before.x + before.width, before.y + before.height] as const;
  const opposite = [before.x, before.y] as const;
  const to = [corner[0] + 40, corner[1] + 10] as const;
  const after = panelPlace({ ...one, ...scaledPanel(one, letters, corner, opposite, to) }, letters, sheet, 2).flatBox;
  for (const [found, wanted] of [
    [after.x, before.x],
    [after.y, before.y],
    [after.width, before.width + 40],
    [after.height, before.height + 10],
  ])
    expect(Math.abs(found - wanted)).toBeLessThan(0.05);
});

test('a turned panel is scaled along its own sides', () => {
  const one = panel({ rotation: 90 });
  // Turned by a right angle, its right side looks down.
  const middle = [90, 30] as const;
  const half = [90 + 30, 30 + 15] as const;
  const corner = [middle[0] - half[1], middle[1] + half[0]] as const;
  const opposite = [middle[0] + half[1], middle[1] - half[0]] as const;
  const change = scaledPanel(one, letters, corner, opposite, [corner[0], corner[1] + 24]);
  // 24 px longer: 12 at each end of 60 px of cap height, and the middle 12 px further down.
  expect(change.margin![0]).toBeCloseTo(0.5 + 12 / 60, 3);
  expect(change.margin![1]).toBeCloseTo(0.25, 3);
  expect(change.offset![0]).toBeCloseTo(0, 3);
  expect(change.offset![1]).toBeCloseTo(12 / 60, 3);
});

test('a band reaches from edge to edge where the letters stand, level, upright or turned', () => {
  // The letters stand at 20..380 x 100..220.
  expect(boxOf(panel({ shape: { kind: 'band', along: 'level' } }))).toEqual({ x: 0, y: 70, width: 400, height: 180 });
  expect(boxOf(panel({ shape: { kind: 'band', along: 'upright' }, margin: [0, 0] }))).toEqual({
    x: 20,
    y: 0,
    width: 360,
    height: 300,
  });
  const turned = boxOf(panel({ shape: { kind: 'band', along: 'level' }, rotation: 30 }));
  expect(turned.x).toBeLessThan(0);
  expect(turned.x + turned.width).toBeGreaterThan(400);
});

test('letters that leave their panel are told apart from those within', () => {
  expect(lettersOffPanel(panel(), letters, sheet)).toEqual([]);
  expect(lettersOffPanel(panel({ offset: [1, 0] }), letters, sheet).map(({ start }) => start)).toEqual([0]);
  expect(lettersOffPanel(panel({ shape: { kind: 'half sheet', side: 'left' } }), letters, sheet)).toHaveLength(1);
  expect(lettersOffPanel(panel({ shape: { kind: 'ellipse' }, margin: [-0.5, -0.2] }), letters, sheet)).toHaveLength(2);
});
