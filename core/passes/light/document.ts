import { lampSchema, type Lamp } from '../../light/lamp';
import type { PassDocument } from '../pass';

/** The lamp of the piece; null where everything has a light of its own. */
export const lampDocument: PassDocument<Lamp | null> = {
  schema: lampSchema.nullable().default(null),
  plain: () => null,
  resized(lamp, { design }) {
    if (lamp?.at) lamp.at = design.at(lamp.at);
  },
  describes: `**\`lamp\`** (optional, or \`null\`) - the light source that shadows obey. \`tilt\`: where the light comes from
in the picture, degrees counter-clockwise from the right; \`height\`: above the picture's plane towards the viewer,
degrees, below 0 behind the scene; \`at\`: \`[x, y]\` where it stands on the sheet, or \`null\` where it comes from far off;
\`size\`: fraction of its distance; \`colour\`; \`strength\`: 1 is the photograph's light; \`fill\`
(or \`null\`): a second, faint light with its \`tilt\`, \`height\`, \`colour\` and \`strength\`, a part of the lamp's.`,
};
