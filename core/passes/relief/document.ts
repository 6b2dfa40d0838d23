import type { PassDocument } from '../pass';
import { describes } from './format';
import { bodySchema, plainBody, type Body } from './schema';

/** The body that letters have in the light. */
export const reliefDocument: PassDocument<Body> = {
  schema: bodySchema.default(plainBody),
  plain: () => plainBody(),
  describes,
  resized({ edges, lip, thickness }, { design: { factor, at } }) {
    if (edges) {
      edges.width *= factor;
      edges.depth *= factor;
      edges.soft *= factor;
      edges.grain *= factor;
    }
    if (lip) lip.width *= factor;
    if (thickness) {
      thickness.depth *= factor;
      thickness.towards = at(thickness.towards);
    }
  },
};
