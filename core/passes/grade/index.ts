import type { Node } from '../../graph/node';
import type { ScenePass } from '../pass';
import { gradedNode, reachNode } from './render';
import { gradeSchema, type Grade } from './schema';

/** What a grade is laid on, and by what its reach is told. */
export interface GradeContext {
  /** The photograph, or a veil's own colours. */
  source: Node;
  /** The veil whose colours they are; null for the photograph. */
  veil: string | null;
  /** Coverage of the letters. */
  cover: Node;
  matteOf(veil: string): Node | null;
  /** Sheet px. */
  sheet: { width: number; height: number };
}

export const gradePass: ScenePass<Grade, GradeContext> = {
  line: 9,
  key: 'grade',
  title: 'Grade',
  schema: gradeSchema,
  layers(grade, _materials, { source, veil, cover, matteOf, sheet }): Record<'graded', Node> {
    const { on } = grade.reach;
    const named = on.kind === 'all' ? null : on.veil;
    // A veil's own colours are its own everywhere: they are changed as a whole or not at all.
    if (veil !== null) {
      const isReached = on.kind === 'all' || (on.kind === 'veil') === (named === veil);
      return {
        graded: isReached
          ? gradedNode(source, grade, reachNode({ ...grade.reach, on: { kind: 'all' } }, cover, null), sheet)
          : source,
      };
    }
    const matte = named === null ? null : matteOf(named);
    if (named !== null && !matte) return { graded: source };
    return {
      graded: gradedNode(
        source,
        grade,
        reachNode(grade.reach, cover, matte),
        sheet,
        on.kind === 'behind' ? matte : null,
      ),
    };
  },
};
