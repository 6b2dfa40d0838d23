/** The pass's part of the document in the words of the format's documentation (Markdown). */
export const describes = `- \`outlines\` (optional): \`round\` and \`grow\`, fractions of the letter size: the radius
  that corners are rounded to, and how much fatter the letters are made; \`corners\`: \`both\`, \`outer\` or
  \`inner\`; \`list\`, from far to near: \`id\`, \`unit\`
  (\`px\` of the sheet or \`em\` of the letter size as it stands) of \`width\`, \`gap\`, \`x\` and \`y\`; \`side\`
  (\`inside\`, \`centred\`, \`outside\`); \`gap\`: how far off the edge; \`join\` (\`round\`, \`mitre\`, \`bevel\`);
  \`dash\` (or \`null\`): \`{"on", "off", "caps"}\` in widths; \`coats\`, \`opacity\`, \`mode\`; \`front\`: seen
  before the veils over its letters; \`contour\`: \`joined\` (one around letters that touch) or \`each\`.`;
