import { mkdtempSync, rmSync, truncateSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { measureNames } from '../../core/survey';
import { application } from '../application';
import { Studio } from '../studio';
import type { SurveyState } from './surveys';

const folder = mkdtempSync(join(tmpdir(), 'inky-surveys-'));
const config = { root: resolve('.'), data: join(folder, 'data'), host: '127.0.0.1', port: 4680 };
let studio = new Studio(config);
afterAll(() => {
  studio.close();
  rmSync(folder, { recursive: true, force: true });
});

const ask = (plate: string) =>
  application(studio).app.request(`http://127.0.0.1:4680/api/surveys?plate=${plate}`, {
    headers: { host: '127.0.0.1:4680' },
  });
const stateOf = async (plate: string): Promise<SurveyState> => (await ask(plate)).json() as Promise<SurveyState>;
const takeIn = async (file: string, kind: 'plate' | 'face' = 'plate') =>
  (await studio.intake.takeIn(await studio.intake.copy(file), 'taken in', kind)).sha256;

/** Asks until there is an answer. */
async function finished(plate: string): Promise<SurveyState> {
  for (;;) {
    const state = await stateOf(plate);
    if (state.isComplete || state.problem) return state;
    await pause(50);
  }
}

test('a plate is measured once, and what was found is kept', async () => {
  const plate = await takeIn('demo/plates/jar.jpg');
  expect(await stateOf(plate)).toEqual({ survey: {}, isComplete: false, problem: null });
  const { survey } = await finished(plate);
  expect(Object.keys(survey).sort()).toEqual([...measureNames].sort());
  expect(survey.grain!.sigma).toBeGreaterThan(1.27);
  expect(survey.grain!.sigma).toBeLessThan(1.73);
  studio.close();
  studio = new Studio(config);
  expect(await stateOf(plate)).toEqual({ survey, isComplete: true, problem: null });
}, 240000);

test('what cannot be measured is said, and tried again when it is asked for again', async () => {
  const plate = await takeIn('demo/plates/linen.jpg');
  truncateSync(studio.files.pyramid(plate), 1000);
  const { problem } = await finished(plate);
  expect(problem).toMatch(/could not be measured/);
  expect((await stateOf(plate)).problem).toBeNull();
}, 240000);

test('what is no plate is refused', async () => {
  expect((await ask('no-hash')).status).toBe(400);
  expect((await ask('0'.repeat(64))).status).toBe(404);
  const face = await takeIn('demo/faces/alfa-slab-one.ttf', 'face');
  expect((await ask(face)).status).toBe(422);
});
