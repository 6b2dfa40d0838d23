/** The pass's part of the document in the words of the format's documentation (Markdown). */
export const describes = `**\`grades\`** (optional) - changes of the photograph by the silhouette of letters, in their
order. \`id\`; \`reach\`: \`{"lettering", "area": "inside" or "outside", "on", "soft"}\`, \`on\` one of
\`{"kind": "all"}\`, \`{"kind": "veil", "veil"}\`, \`{"kind": "behind", "veil"}\`, \`soft\` the width over which it
fades; \`blur\` (sigma, sheet px), \`light\` (stops), \`hue\` (degrees), \`saturation\` (times the chroma, Oklab),
\`invert\`, \`subtract\` (a colour or \`null\`), \`strength\`.`;
