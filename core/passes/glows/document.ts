import { z } from 'zod';
import { resizeTouch } from '../../light/touch';
import type { PassDocument } from '../pass';
import { glowSchema, type Glow } from './schema';

/** Glows and flares, from any depth. */
export const glowsDocument: PassDocument<Glow[]> = {
  schema: z.array(glowSchema).max(40).default([]),
  plain: () => [],
  lists: { kind: 'glow', inDepth: true },
  describes: `**\`glows\`** (optional) - light seen in the air or in the lens; each stands on the depth line by its \`id\`.
\`as\`: \`glow\` or \`flare\`; \`at\`: \`[x, y]\` px, or \`null\` where the lamp stands; \`colour\` (\`null\`: the lamp's);
\`strength\`; \`radius\` px; \`blur\` (sigma, px); \`stops\` of a glow: \`at\` a part of the radius, how much \`light\`; of a flare \`haze\`, \`ring\`
(0..1), the number of \`ghosts\`, the \`blades\` of the lens that make streaks, and a \`seed\`. \`shown\`: false switches it off
for a look. \`touch\`: strokes of a brush that took it away (\`to\`: \`less\`) or brought it back (\`back\`).`,
  resized(glows, { design: { factor, at } }) {
    for (const glow of glows) {
      glow.radius *= factor;
      glow.blur *= factor;
      resizeTouch(glow.touch, factor, at);
      if (glow.at) glow.at = at(glow.at);
    }
  },
};
