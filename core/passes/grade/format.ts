/** The pass's part of the document in the words of the format's documentation (Markdown). */
export const describes = `**\`grades\`** (optional) - changes of tone and colour, in their order. \`id\`; \`name\`;
\`shown\`; \`reach\`: \`{"lettering", "area", "on", "soft"}\`, \`area\` one of \`everything\` (the finished picture),
\`photograph\`, \`letters\` (what is painted of them), \`inside\`, \`outside\` (the photographs within or beyond their
silhouette; for these three \`lettering\` says whose), \`on\` one of \`{"kind": "all"}\`, \`{"kind": "veil", "veil"}\`,
\`{"kind": "behind", "veil"}\`, \`{"kind": "plate", "plate"}\`, \`soft\` the width over which it fades. Then what it does,
in this order: \`blur\` (sigma, sheet px), \`localContrast\` (\`amount\`, \`radius\` in sheet px), \`match\` (\`from\`
and \`to\`: \`mean\` and \`spread\` of Oklab), \`light\` (stops), \`whiteBalance\` (\`warmth\` in mired, \`tint\` in
thousandths of CIE 1960), \`levels\` (for \`all\`, \`red\`, \`green\`, \`blue\`: \`black\`, \`white\`, \`gamma\`,
\`low\`, \`high\`), \`curve\` (for the same: points \`[in, out]\`), \`contrast\` (doublings of the slope at middle
grey), \`fade\`, \`vibrance\`, \`hue\` (degrees) and \`saturation\` (times the chroma), \`hueRanges\` (\`centre\`, \`width\`,
\`soft\`, \`turn\`, \`saturation\`, \`lightness\`), \`greyMix\` (light of \`red\`, \`green\`, \`blue\`), \`splitTint\`
(\`shadows\`, \`highlights\`: colours or \`null\`, \`amount\`, \`balance\`), \`invert\`, \`subtract\` (a colour or
\`null\`); \`strength\`.`;
