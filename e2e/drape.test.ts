import { expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import type { Piece } from '../core/piece/schema';
import { colourAt, drawOver } from './sheet';
import { saved, sharp, storedPiece, type RunningStudio } from './studio';
import { visit } from './visit';

let studio: RunningStudio;
let page: Page;

visit((made) => ({ studio, page } = made));

/** Photographs are measured within this, ms, on a busy machine too. */
const surveyed = 240_000;

const pieceOf = (id: string): Promise<Piece> => storedPiece(page, studio, id);
const letteringOf = async (id: string, index = 0): Promise<Piece['letterings'][number]> =>
  (await pieceOf(id)).letterings[index];

/** The red of the ink in two letters of ALOFT: in the L, which is lit, and in the T, in the shadow of a fold. */
const sides = async (): Promise<number[]> => [
  (await colourAt(page, 570, 560))[0],
  (await colourAt(page, 1430, 430))[0],
];

test('words are laid on the cloth by one press, tried by pointing, and taken off again', async () => {
  await page.goto(`${studio.url}/piece/demo-on-linen/6`);
  await sharp(page);
  await page.getByText(/The surface has folds/).waitFor({ timeout: surveyed });
  await page.getByRole('button', { name: 'Take the words off the surface' }).click();
  await saved(page);
  await sharp(page);
  const flat = await sides();
  expect(Math.abs(flat[0] - flat[1])).toBeLessThan(2);
  expect((await letteringOf('demo-on-linen')).drape).toMatchObject({ displacement: null, bite: null });

  const full = page.getByRole('button', { name: 'Full', exact: true });
  await full.waitFor({ timeout: surveyed });
  // Pointed at it is seen; nothing is kept.
  await full.hover();
  await sharp(page);
  expect((await letteringOf('demo-on-linen')).drape.bite).toBeNull();
  await full.click();
  await saved(page);
  await sharp(page);
  const laid = (await letteringOf('demo-on-linen')).drape;
  expect(laid.displacement).toMatchObject({ map: { from: 'relief' }, length: 1 });
  expect(laid.bite!.as).toBe('paint');
  const [light, dark] = await sides();
  expect(light - dark).toBeGreaterThan(30);
  await page.keyboard.press('Control+z');
  await saved(page);
  expect((await letteringOf('demo-on-linen')).drape.bite).toBeNull();
  await page.keyboard.press('Control+Shift+z');
  await saved(page);
  expect((await letteringOf('demo-on-linen')).drape.bite).not.toBeNull();
});

test('three strengths beside each other; the map over the photograph; Esc puts both away', async () => {
  const beside = page.getByRole('button', { name: 'Side by side' });
  await beside.waitFor({ timeout: surveyed });
  await sharp(page);
  const before = [await colourAt(page, 230, 620), await colourAt(page, 1560, 480)];
  await beside.click();
  await page.getByText('From left to right: half, full, strong.').waitFor();
  await sharp(page);
  const after = [await colourAt(page, 230, 620), await colourAt(page, 1560, 480)];
  expect(after).not.toEqual(before);
  await beside.click();
  await page.getByRole('button', { name: 'See the map' }).click();
  await sharp(page);
  const [red, green, blue] = await colourAt(page, 60, 100);
  expect(Math.max(red, green, blue) - Math.min(red, green, blue)).toBeLessThan(2);
  await page.keyboard.press('Escape');
  await sharp(page);
  const cloth = await colourAt(page, 60, 100);
  expect(cloth[0] - cloth[2]).toBeGreaterThan(10);
});

test('laws are typed, by keyboard alone; what folds is said', async () => {
  const level = page.getByLabel('Level', { exact: true });
  await level.focus();
  await page.keyboard.press('Enter');
  await page.keyboard.type('2000');
  await page.keyboard.press('Enter');
  await saved(page);
  expect((await letteringOf('demo-on-linen')).drape.displacement!.level).toBe(2000);
  await sharp(page);
  // More than a twentieth of the letters is eased, and that is out of its limits.
  await page.waitForFunction(() => {
    const meter = document.querySelector('[role=meter][aria-label="Would fold over"]');
    return meter !== null && Number(meter.getAttribute('aria-valuenow')) > 5;
  });
  await page.keyboard.press('Control+z');
  await saved(page);
  expect((await letteringOf('demo-on-linen')).drape.displacement!.level).toBe(0);
});

test('letters are pulled about by strokes, each undone by itself, and calmed again', async () => {
  await sharp(page);
  const inL = async (): Promise<[number, number, number]> => colourAt(page, 480, 560);
  const before = await inL();
  await page.getByRole('button', { name: 'Pull', exact: true }).click();
  // The cloth to the left of the L is inked when its stem is pulled over it.
  await drawOver(page, [560, 560], [520, 560], [470, 560]);
  await saved(page);
  await sharp(page);
  expect((await inL())[2]).toBeLessThan(before[2] - 40);
  await page.getByRole('button', { name: 'Swirl', exact: true }).click();
  await drawOver(page, [900, 560], [940, 580]);
  await saved(page);
  expect((await letteringOf('demo-on-linen')).drape.pull!.strokes.map(({ kind }) => kind)).toEqual(['pull', 'swirl']);
  await page.keyboard.press('Control+z');
  await saved(page);
  expect((await letteringOf('demo-on-linen')).drape.pull!.strokes).toHaveLength(1);
  await page.getByRole('button', { name: 'Calm everything' }).click();
  await saved(page);
  await sharp(page);
  const after = await inL();
  expect(Math.abs(after[2] - before[2])).toBeLessThan(3);
  await page.keyboard.press('Escape');
  expect(await page.getByRole('button', { name: 'Swirl', exact: true }).getAttribute('aria-pressed')).toBe('false');
});

test('a net is laid over the letters, a point dragged and typed, and taken off again', async () => {
  await page.getByRole('button', { name: 'Lay a net over the letters' }).click();
  await saved(page);
  await sharp(page);
  const above = async (): Promise<[number, number, number]> => colourAt(page, 575, 370);
  const cloth = await above();
  const point = page.getByRole('slider', { name: 'Point of the net, column 2, row 1' });
  await point.focus();
  // By keyboard: up, in one burst, over what was bare cloth above the letters.
  for (let i = 0; i < 12; i++) await page.keyboard.press('Shift+ArrowUp');
  await point.blur();
  await saved(page);
  await sharp(page);
  const moved = (await letteringOf('demo-on-linen')).drape.mesh!;
  expect(moved.points[1].move[1]).toBeCloseTo(-120, 0);
  expect(Math.abs((await above())[1] - cloth[1])).toBeGreaterThan(25);
  const typed = page.getByLabel('Point moved down', { exact: true });
  await typed.focus();
  await page.keyboard.press('Enter');
  await page.keyboard.type('0');
  await page.keyboard.press('Enter');
  await saved(page);
  await sharp(page);
  expect(Math.abs((await above())[1] - cloth[1])).toBeLessThan(6);
  await page.getByRole('button', { name: 'Add a column' }).click();
  await saved(page);
  expect((await letteringOf('demo-on-linen')).drape.mesh!.points).toHaveLength(20);
  await page.getByRole('button', { name: 'Take the net off' }).click();
  await saved(page);
  expect((await letteringOf('demo-on-linen')).drape.mesh).toBeNull();
});

test('letters drip: a drip is made longer, another taken away, and they stay when the words change', async () => {
  await page.getByRole('button', { name: 'Let the letters drip' }).click();
  await saved(page);
  await sharp(page);
  const ends = page.getByRole('slider', { name: /^End of a drip of/ });
  const count = await ends.count();
  expect(count).toBeGreaterThan(8);
  await ends.nth(2).focus();
  for (let i = 0; i < 5; i++) await page.keyboard.press('Shift+ArrowDown');
  await ends.nth(2).blur();
  await saved(page);
  const { drips } = (await letteringOf('demo-on-linen')).drape;
  expect(drips!.changes).toHaveLength(1);
  await ends.nth(4).focus();
  await page.keyboard.press('Delete');
  await saved(page);
  expect(await ends.count()).toBe(count - 1);
  expect((await letteringOf('demo-on-linen')).drape.drips!.changes[1].length).toBeNull();
  await page.getByRole('button', { name: 'Take the drips away' }).click();
  await saved(page);
});

test('a map is painted with a soft brush, and letters follow it', async () => {
  await page.getByLabel('Map', { exact: true }).selectOption('painted');
  await saved(page);
  expect(await page.getByRole('button', { name: 'Paint high' }).getAttribute('aria-pressed')).toBe('true');
  await sharp(page);
  const even = await colourAt(page, 300, 200);
  await drawOver(page, [240, 200], [300, 200], [360, 200]);
  await saved(page);
  await sharp(page);
  // The map is seen while it is painted.
  expect((await colourAt(page, 300, 200))[0]).toBeGreaterThan(even[0] + 60);
  expect((await letteringOf('demo-on-linen')).drape.displacement!.map.strokes).toHaveLength(1);
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await saved(page);
  expect((await letteringOf('demo-on-linen')).drape.displacement!.map.from).toBe('relief');
});

test('a plane is drawn by four lines, words lie in it, and are slid along it by the arrows', async () => {
  await page.goto(`${studio.url}/piece/demo-down-the-wall/6`);
  await sharp(page);
  await page.getByRole('button', { name: 'Draw a plane by four lines' }).click();
  const courses: [number, number][] = [
    [1700, 132],
    [1700, 950],
  ];
  // The courses of bricks run towards the place where they meet.
  const meeting = [594, 528];
  for (const [x, y] of courses)
    await drawOver(page, [x, y], [1100, meeting[1] + ((y - meeting[1]) * (1100 - meeting[0])) / (x - meeting[0])]);
  await drawOver(page, [1150, 300], [1150, 800]);
  await drawOver(page, [1650, 250], [1650, 900]);
  await saved(page);
  const laid = await letteringOf('demo-down-the-wall');
  expect(laid.drape.plane).toBe('plane-1');
  const ring = page
    .getByRole('button', { name: /^Slide along the plane/ })
    .or(page.getByLabel(/^Slide along the plane/))
    .first();
  await ring.focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press('Shift+ArrowLeft');
  await ring.blur();
  await saved(page);
  const slid = await letteringOf('demo-down-the-wall');
  const heights = ({ stance }: typeof laid): number => {
    const { box, moves } = stance.perspective!;
    return box.height + moves[3][1] - moves[0][1];
  };
  // Farther along the wall it is smaller.
  expect(heights(slid)).toBeLessThan(heights(laid));
  // A line is drawn again by its end: the plane changes, and the words in it; a brush puts the lines away.
  await page.getByRole('button', { name: 'Its lines' }).click();
  const end = page.getByRole('slider', { name: 'Line 1 of Plane 1, along: its first end' });
  await end.focus();
  for (let i = 0; i < 6; i++) await page.keyboard.press('Shift+ArrowDown');
  await end.blur();
  await saved(page);
  const redrawn = await pieceOf('demo-down-the-wall');
  expect(redrawn.planes[0].lines[0][0][1]).toBeCloseTo(courses[0][1] + 60, 0);
  expect(redrawn.letterings[0].stance.perspective!.moves).not.toEqual(slid.stance.perspective!.moves);
  await page.getByRole('button', { name: 'Pull', exact: true }).click();
  await end.waitFor({ state: 'detached' });
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Take out' }).click();
  await saved(page);
  expect((await letteringOf('demo-down-the-wall')).drape.plane).toBeNull();
});

test('lines that cross make no plane, and it is said why', async () => {
  await page.getByRole('button', { name: 'Draw a plane by four lines' }).click();
  await drawOver(page, [1000, 300], [1600, 800]);
  await drawOver(page, [1000, 800], [1600, 300]);
  await drawOver(page, [1150, 300], [1150, 800]);
  await drawOver(page, [1650, 250], [1650, 900]);
  await page.getByText(/Two lines of a pair cross/).waitFor();
  await page.keyboard.press('Escape');
});
