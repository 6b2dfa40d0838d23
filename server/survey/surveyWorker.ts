import { parentPort } from 'node:worker_threads';
import { ScribbleCutter } from '../../core/passes/veils/scribble/scribbleCut';
import { StandOut } from '../../core/passes/veils/standout/standOut';
import { levelSize, readLevel, type Picture } from '../../core/pictures/pyramid';
import { takeSurvey, type MeasureName } from '../../core/survey';
import type { Finding } from '../../core/survey/measure';
import { coarseLevel } from '../../core/survey/view';
import { openPyramid, type PyramidShape } from '../store/pyramidFile';

/** Some measures of one plate. */
export interface SurveyOrder {
  pyramid: string;
  shape: PyramidShape;
  names: MeasureName[];
  /** What stands out, where that is known already. */
  things: Uint8Array[] | null;
}

export type SurveyAnswer =
  { kind: 'found'; name: MeasureName; found: Finding } | { kind: 'done' } | { kind: 'failed'; message: string };

const tell = (answer: SurveyAnswer): void => parentPort!.postMessage(answer);

/** What stands out, as masks of the level that measures look at. */
async function thingsOf(picture: Picture): Promise<Uint8Array[]> {
  const number = coarseLevel(picture);
  const level = await readLevel(picture, number, { x: 0, y: 0, ...levelSize(picture.width, picture.height, number) });
  return new StandOut(new ScribbleCutter(level)).masks();
}

async function measure({ pyramid, shape, names, things: known }: SurveyOrder): Promise<void> {
  const picture = openPyramid('surveyed', pyramid, shape);
  const things = known ?? (names.includes('light') ? await thingsOf(picture) : []);
  await takeSurvey(picture, { things, names, progress: (name, found) => tell({ kind: 'found', name, found }) });
  tell({ kind: 'done' });
}

parentPort!.on('message', (order: SurveyOrder) => {
  measure(order).catch((error: unknown) =>
    tell({ kind: 'failed', message: error instanceof Error ? error.message : String(error) }),
  );
});
