import { existsSync, readFileSync } from 'node:fs';
import { plainLamp } from '../../core/light/lamp';
import { proposeCasts, standingPlace } from '../../core/passes/casts/propose';
import { plainCasts } from '../../core/light/casting/schema';
import { proposeDrape } from '../../core/passes/drape/propose';
import { proposeThickness } from '../../core/passes/relief/propose';
import { plainBody } from '../../core/passes/relief/schema';
import { vanishingOnSheet } from '../../core/survey/placed';
import { lampFromSurvey } from '../../core/survey/light/lamp';
import { matchedPiece } from '../../core/render/matched';
import { measurePiece } from '../../core/render/measure';
import { compile, type CompiledPiece } from '../../core/render/compile';
import { Evaluator } from '../../core/graph/evaluate';
import { readPiece } from '../../core/piece/read';
import type { Piece } from '../../core/piece/schema';
import type { Size } from '../../core/pixels/region';
import type { Survey } from '../../core/survey';
import { surveyed } from '../../demo/making/surveyed';
import { demoMaterials, drawn } from './draw';
import { lookScenes, plainPiece, veiledPiece, wordsFolder, type LookScene } from './scenes';
import { shadowError } from './shadow';
import { difference, readTruth, type Difference, type Truth } from './score';

/** In these scenes letters stand on the ground: a person presses that, and that they are solid. */
const standing = new Set(['table-raku', 'yard-row']);

/** What is proposed for letters that stand, nothing typed. */
function standingPiece(piece: Piece, compiled: CompiledPiece, survey: Survey, size: Size): Piece {
  const [plate] = piece.plates;
  const lamp = { ...plainLamp(), ...lampFromSurvey(survey.light, plate) };
  return {
    ...piece,
    lamp,
    letterings: piece.letterings.map((lettering) => {
      const letters = compiled.letterings.find(({ id }) => id === lettering.id)!.letters;
      const em = lettering.words.size * lettering.stance.scale;
      return {
        ...lettering,
        casts: plainCasts(
          proposeCasts(
            'onGround',
            em,
            survey.shadows,
            standingPlace(letters, null, { ...plate, ...size }, survey.planes, lamp),
          ),
        ),
        relief: plainBody({
          thickness: proposeThickness(letters, piece.sheet, vanishingOnSheet(survey.planes, plate)) ?? {},
        }),
      };
    }),
  };
}

/** What is proposed for every lettering of a piece, nothing touched. */
export async function proposedPiece(scene: string, piece: Piece, survey: Survey): Promise<Piece> {
  const { light } = survey;
  const materials = await demoMaterials(piece);
  const compiled = compile(piece, materials);
  if (standing.has(scene)) return standingPiece(piece, compiled, survey, materials.picture(piece.plates[0].asset));
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

/** The shadow alone, where the true one is known. */
async function printShadow({ name }: LookScene, way: string, piece: Piece): Promise<void> {
  const error = await shadowError(piece, `${wordsFolder}/${name}.shadow.png`);
  if (error === null) return;
  console.log(
    `${`${name}, ${way}, shadow alone`.padEnd(40)} wrong by ${(100 * error).toFixed(0)} % of no shadow at all`,
  );
  console.log(
    JSON.stringify({
      name: `look ${name} ${way} shadow`,
      ours: error,
      peer: 'no shadow at all',
      peer_value: 1,
      ratio: error,
    }),
  );
}

/** How far composites are from renderings in which the word was really there. */
export async function benchLook(): Promise<void> {
  if (!existsSync(wordsFolder)) {
    console.log(`${wordsFolder} is not there: nothing to compare with.`);
    return;
  }
  const surveys = new Map<string, Survey>();
  for (const scene of lookScenes()) {
    const truth = await readTruth(wordsFolder, scene.name, `demo/plates/${scene.plate}.jpg`);
    if (!surveys.has(scene.plate)) surveys.set(scene.plate, surveyed(scene.plate));
    const veiled = veiledPiece(scene, truth.colour);
    const plain = await drawn(plainPiece(scene, truth.colour));
    print(scene, 'plain', difference(plain.picture, truth), truth);
    const survey = surveys.get(scene.plate)!;
    const posed = await proposedPiece(scene.name, veiled, survey);
    const proposal = await matchedPiece(posed, await demoMaterials(posed), survey);
    const proposed = await drawn(proposal);
    print(scene, 'proposal', difference(proposed.picture, truth), truth);
    await printShadow(scene, 'proposal', proposal);
    for (const { name, focus } of proposal.letterings)
      console.log(`  ${name}: blur ${focus.blur?.sigma ?? '-'} px, grain ${JSON.stringify(focus.grain)}`);
    const hand = handPiece(scene);
    if (!hand) continue;
    print(scene, 'by hand', difference((await drawn(hand)).picture, truth), truth);
    await printShadow(scene, 'by hand', hand);
  }
}
