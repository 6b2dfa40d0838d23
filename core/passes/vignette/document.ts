import type { PassDocument } from '../pass';
import { vignetteSchema, type Vignette } from './schema';

/** The vignette over the finished picture; null where there is none. */
export const vignetteDocument: PassDocument<Vignette | null> = {
  schema: vignetteSchema.nullable().default(null),
  plain: () => null,
  describes: `**\`vignette\`** (optional, or \`null\`) - light taken from the corners of the finished picture.
\`stops\`: at the corners, each one below 0 halves the light; \`from\`, \`to\`: where it begins and where it is full,
fractions of the way from the centre to a corner; \`round\`: 0 follows the shape of the sheet, 1 is a circle;
\`centre\`: \`[x, y]\`, fractions of the sheet.`,
};
