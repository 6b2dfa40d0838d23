import type { Node } from '../../graph/node';
import { mapLayer, type PicturePass, type PictureScene } from '../pass';
import { gradesDocument } from './document';
import { measureGrades, type MeasuredGrades } from './measure';
import { allBut, reachNode, softened } from './reach';
import { gradedNode, tonedLayer } from './render';
import { isByLetters, type Grade, type GradeReach } from './schema';

const documents = { grades: gradesDocument };

export const gradePass: PicturePass<typeof documents, MeasuredGrades> = {
  line: 9,
  title: 'Grade',
  stage: 'ground',
  documents,
  paint: (below, { grades }, scene, veil) =>
    shown(grades).reduce((now, grade) => gradedGround(now, grade, scene, veil), below),
  letters: (painted, lettering, { grades }) =>
    shown(grades).reduce(
      (now, grade) =>
        grade.reach.area !== 'letters' || grade.reach.lettering !== lettering
          ? now
          : {
              ...now,
              layers: now.layers.map((one) => (one.isCast ? one : mapLayer(one, (node) => tonedLayer(node, grade)))),
            },
      painted,
    ),
  finish: (picture, { grades }, { sheet }) =>
    shown(grades).reduce(
      (now, grade) => (grade.reach.area === 'everything' ? gradedNode(now, grade, { reach: null, sheet }) : now),
      picture,
    ),
  measure: ({ grades }, letterings, scene) => measureGrades(grades, letterings, scene),
};

const shown = (grades: readonly Grade[]): Grade[] => grades.filter((grade) => grade.shown && grade.strength > 0);

/** @param veil whose own colours the source is; null for the photographs */
function gradedGround(source: Node, grade: Grade, scene: PictureScene, veil: string | null): Node {
  const { reach } = grade;
  if (reach.area === 'everything' || reach.area === 'letters') return source;
  // A veil's own colours are its own everywhere: they are changed as a whole or not at all.
  const isWhole = veil !== null || reach.on.kind === 'all';
  if (veil !== null && !isOn(reach.on, veil, scene)) return source;
  const named = isWhole ? null : partOf(reach.on, scene);
  if (!isWhole && !named) return source;
  const spared = veil === null && reach.on.kind === 'behind' ? scene.matteOf(reach.on.veil) : null;
  const work = { sheet: scene.sheet, spared, only: veil === null ? null : (scene.matteOf(veil)?.bounds ?? null) };
  if (!isByLetters(reach.area))
    return gradedNode(source, grade, { ...work, reach: named && softened(named, reach.soft) });
  // A soft border hides no seam and shows none.
  const cover = reach.soft > 0 ? scene.coverOf(reach.lettering!) : scene.seenWithin(reach.lettering!);
  if (!cover) return source;
  return gradedNode(source, grade, { ...work, reach: reachNode(reach, cover, named) });
}

/** Whether a veil is what a reach names. */
function isOn(on: GradeReach['on'], veil: string, scene: PictureScene): boolean {
  if (on.kind === 'all') return true;
  if (on.kind === 'plate') return scene.photographOf(veil) === on.plate;
  return (on.kind === 'veil') === (on.veil === veil);
}

/** Where what a reach names is seen: one channel; null where it is not there. */
function partOf(on: GradeReach['on'], { matteOf, seenOf }: PictureScene): Node | null {
  if (on.kind === 'all') return null;
  if (on.kind === 'plate') return seenOf(on.plate);
  const matte = matteOf(on.veil);
  return matte && (on.kind === 'veil' ? matte : allBut(matte));
}
