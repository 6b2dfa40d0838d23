import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import { measureNames, type MeasureName, type Survey } from '../../core/survey';
import type { Finding } from '../../core/survey/measure';
import type { PyramidShape } from '../store/pyramidFile';
import type { SurveyAnswer, SurveyOrder } from './surveyWorker';

/** The light takes about as long as all others together: it has a thread of its own. */
const shares: MeasureName[][] = [['light'], measureNames.filter((name) => name !== 'light')];

/**
 * Takes a plate's survey in two threads.
 * @param pyramid path of the plate's pyramid file
 * @param found told of each finding as it comes, with the part that is done, 0..1
 * @throws Error when a thread fails
 */
export async function measurePlate(
  pyramid: string,
  shape: PyramidShape,
  found: (name: MeasureName, own: Finding, done: number) => void = () => undefined,
): Promise<Survey> {
  const out: Partial<Record<MeasureName, Finding>> = {};
  await Promise.all(
    shares.map((names) =>
      runThread({ pyramid, shape, names, things: null }, (name, own) => {
        out[name] = own;
        found(name, own, Object.keys(out).length / measureNames.length);
      }),
    ),
  );
  return out as unknown as Survey;
}

/** Everything but the light, in one thread. */
export async function measureWithoutLight(pyramid: string, shape: PyramidShape): Promise<Omit<Survey, 'light'>> {
  const out: Partial<Record<MeasureName, Finding>> = {};
  await runThread({ pyramid, shape, names: shares[1], things: null }, (name, own) => (out[name] = own));
  return out as unknown as Survey;
}

/** The light, where it is known already what stands out: masks of the level that measures look at. */
export async function measureLight(
  pyramid: string,
  shape: PyramidShape,
  things: Uint8Array[],
): Promise<Survey['light']> {
  let light: Finding | null = null;
  await runThread({ pyramid, shape, names: ['light'], things }, (_, own) => (light = own));
  return light! as Survey['light'];
}

function runThread(order: SurveyOrder, found: (name: MeasureName, own: Finding) => void): Promise<void> {
  // Beside the bundle of whoever asks.
  const worker = new Worker(fileURLToPath(new URL('surveyWorker.js', import.meta.url)));
  return new Promise<void>((resolve, reject) => {
    worker.on('message', (answer: SurveyAnswer) => {
      if (answer.kind === 'found') found(answer.name, answer.found);
      else if (answer.kind === 'done') resolve();
      else reject(new Error(answer.message));
    });
    worker.on('error', reject);
    worker.on('exit', () => reject(new Error('A thread that measures has ended: there may be too little memory.')));
    worker.postMessage(order);
  }).finally(() => worker.terminate());
}
