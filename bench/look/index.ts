import { execFileSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { proposeDrape, type Known } from '../../core/passes/drape/propose';
import { measurePiece } from '../../core/render/measure';
import { compile } from '../../core/render/compile';
import { Evaluator } from '../../core/graph/evaluate';
import { readPiece } from '../../core/piece/read';
import type { Piece } from '../../core/piece/schema';
import type { Survey } from '../../core/survey';
import { demoMaterials, drawn } from './draw';
import { lookScenes, plainPiece, veiledPiece, wordsFolder, type LookScene } from './scenes';
import { difference, readTruth, type Difference, type Truth } from './score';

/** What is proposed for every lettering of a piece, nothing touched. */
export async function proposedPiece(piece: Piece, light: Known['light']): Promise<Piece> {
  const compiled = compile(piece, await demoMaterials(piece));
  const { drape } = await measurePiece(piece, compiled, new Evaluator(5e8));
  const longer = Math.max(piece.sheet.width, piece.sheet.height);
  return {
    ...piece,
    letterings: piece.letterings.map((lettering) => {
      const measured = drape.letterings.find((one) => one.lettering === lettering.id);
      return measured
        ? {
            ...lettering,
            drape: { ...lettering.drape, ...proposeDrape({ place: measured.place, light, longer }).drape },
          }
        : lettering;
    }),
  };
}

function surveyedLight(plate: string): Survey['light'] {
  const out = execFileSync(process.execPath, ['build/server/survey.js', `demo/plates/${plate}.jpg`, '--json'], {
    maxBuffer: 1e8,
  });
  return (JSON.parse(out.toString()) as { survey: Survey }).survey.light;
}

/** A piece that somebody set by hand for a scene, if there is one. */
export function handPiece({ name }: LookScene): Piece | null {
  const file = `bench/look/${name}.json`;
  return existsSync(file) ? readPiece(JSON.parse(readFileSync(file, 'utf8'))) : null;
}

function print(scene: LookScene, way: string, own: Difference, { floor, paste }: Truth): void {
  const score = (own.mean - floor) / (paste.mean - floor);
  console.log(
    `${`${scene.name}, ${way}`.padEnd(40)} dE ${own.mean.toFixed(2)} (95 %: ${own.p95.toFixed(1)})   plain paste ${paste.mean.toFixed(2)} (${paste.p95.toFixed(1)})   above the floor ${(100 * score).toFixed(0)} %`,
  );
  console.log(
    JSON.stringify({
      name: `look ${scene.name} ${way}`,
      ours: own.mean,
      ours_p95: own.p95,
      peer: 'plain paste in the best colour',
      peer_value: paste.mean,
      peer_p95: paste.p95,
      floor,
      ratio: score,
      unit: 'dE (Oklab x 100)',
    }),
  );
}

/** How far composites are from renderings in which the word was really there. */
export async function benchLook(): Promise<void> {
  if (!existsSync(wordsFolder)) {
    console.log(`${wordsFolder} is not there: nothing to compare with.`);
    return;
  }
  const lights = new Map<string, Survey['light']>();
  for (const scene of lookScenes()) {
    const truth = await readTruth(wordsFolder, scene.name, `demo/plates/${scene.plate}.jpg`);
    if (!lights.has(scene.plate)) lights.set(scene.plate, surveyedLight(scene.plate));
    const veiled = veiledPiece(scene, truth.colour);
    const light = lights.get(scene.plate)!;
    const plain = await drawn(plainPiece(scene, truth.colour));
    print(scene, 'plain', difference(plain.picture, truth), truth);
    const proposed = await drawn(await proposedPiece(veiled, light));
    print(scene, 'proposal', difference(proposed.picture, truth), truth);
    const hand = handPiece(scene);
    if (hand) print(scene, 'by hand', difference((await drawn(hand)).picture, truth), truth);
  }
}
