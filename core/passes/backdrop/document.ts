import { resizeCasts } from '../../light/casting/resized';
import type { PassDocument } from '../pass';
import { backdropSchema, type Backdrop } from './schema';

/** What stands in place of photographs; null where they stand themselves. */
export const backdropDocument: PassDocument<Backdrop | null> = {
  schema: backdropSchema.nullable().default(null),
  plain: () => null,
  describes: `**\`backdrop\`** (optional, or \`null\`) - the sheet stands behind cut-out things in place of their photographs.
\`plates\`: ids of the photographs of which only the veils cut from them stay; \`stands\`: where these stand, sheet px, or
\`null\`; \`own\`: the shadow that they throw in their photograph, taken along, or \`null\`: its \`strength\` (fraction), how
far from them it is looked for (\`reach\`, sheet px), what part of the light must be missing (\`threshold\`), and \`blur\`
(sigma, sheet px); \`casts\`: what they throw anew, like a lettering's \`casts\`.`,
  links: (backdrop) =>
    (backdrop?.plates ?? []).map((id) => ({
      kind: 'plate',
      id,
      problem: 'The backdrop stands in place of a photograph that is not there.',
    })),
  without(backdrop, isGone) {
    const plates = backdrop?.plates.filter((id) => !isGone(id)) ?? [];
    return backdrop && plates.length > 0 ? { ...backdrop, plates } : null;
  },
  resized(backdrop, resizing) {
    if (!backdrop) return;
    const { factor, at } = resizing.plate(backdrop.plates[0]);
    resizeCasts(backdrop.casts, factor, at);
    if (backdrop.own) {
      backdrop.own.reach = Math.max(1, backdrop.own.reach * factor);
      backdrop.own.blur *= factor;
    }
    if (!backdrop.stands) return;
    const { x, y, width, height } = backdrop.stands;
    const [left, top] = at([x, y]);
    backdrop.stands = { x: left, y: top, width: width * factor, height: height * factor };
  },
};
