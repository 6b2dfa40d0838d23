/** The pass's part of the document in the words of the format's documentation (Markdown). */
export const describes = `- \`casts\` (optional): what the letters throw on what lies behind. \`contact\` (or \`null\`):
  \`strength\`, \`offset\` px away from the light, \`blur\` (sigma, px). \`ambient\` (or \`null\`): \`strength\`, \`blur\`. Either: \`atFoot\`, only
  where letters that stand touch the ground.
  \`thrown\` (or \`null\`): \`onto\` a \`wall\` behind the letters, \`lift\` px off it, which it \`bends\` over (0: it is flat; 1: as its
  shading shows), or the \`ground\` that they stand on, seen from
  \`above\` degrees, its level lines meeting \`ahead\` (\`null\`: seen from afar); \`plane\` (or \`null\`): the plane that this
  wall or ground is; \`strength\`; \`obeys\` the lamp, or its own \`angle\`, \`height\` and \`size\`; \`tips\`: where the ends of the
  upper edge fall (\`null\`: where the light says); \`wall\` (or \`null\`): the line \`from\`, \`to\` where the ground ends and the
  shadow climbs, at a \`scale\`. \`mirrored\` (or \`null\`): \`strength\`, \`fade\` (part of the height, or \`null\`), \`scale\`,
  \`blur\` at the full height, \`ripple\` and \`wave\` px. \`colour\`: what white looks like in full shadow (\`null\`: as is usual); \`darkest\`: nothing is
  made darker (or \`null\`); \`foot\` (or \`null\`): the two ends of the line that the letters stand on; \`touch\`: strokes of a
  brush (\`points\`, \`radius\`, \`softness\`, \`strength\`) that took all of it away (\`to\`: \`less\`) or brought it back (\`back\`). \`shown\`: false switches
  one of these off for a look.`;
