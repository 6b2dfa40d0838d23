import type { Node } from '../../graph/node';
import type { PicturePass, PictureScene } from '../pass';
import { gradesDocument } from './document';
import { gradedNode, reachNode } from './render';
import type { Grade } from './schema';

const documents = { grades: gradesDocument };

export const gradePass: PicturePass<typeof documents> = {
  line: 9,
  title: 'Grade',
  stage: 'ground',
  documents,
  paint: (below, { grades }, scene, veil) => grades.reduce((now, grade) => graded(now, grade, scene, veil), below),
};

/** @param veil whose own colours the source is; null for the photographs */
function graded(source: Node, grade: Grade, scene: PictureScene, veil: string | null): Node {
  const { reach } = grade;
  const { on } = reach;
  // A soft border hides no seam and shows none.
  const cover = reach.soft > 0 ? scene.coverOf(reach.lettering) : scene.seenWithin(reach.lettering);
  if (!cover) return source;
  const named = on.kind === 'all' ? null : on.veil;
  // A veil's own colours are its own everywhere: they are changed as a whole or not at all.
  if (veil !== null) {
    const isReached = on.kind === 'all' || (on.kind === 'veil') === (named === veil);
    if (!isReached) return source;
    return gradedNode(source, grade, reachNode({ ...reach, on: { kind: 'all' } }, cover, null), scene.sheet);
  }
  const matte = named === null ? null : scene.matteOf(named);
  if (named !== null && !matte) return source;
  return gradedNode(source, grade, reachNode(reach, cover, matte), scene.sheet, on.kind === 'behind' ? matte : null);
}
