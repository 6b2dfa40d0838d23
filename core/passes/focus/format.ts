/** The pass's part of the document in the words of the format's documentation (Markdown). */
export const describes = `- \`focus\` (optional): as sharp and grainy as the photograph. \`blur\` (or \`null\`): \`as\` \`lens\` (an even disc) or
  \`soft\` (a Gaussian), \`sigma\` px; \`along\` (or \`null\`): another \`sigma\` at \`to\`, counted from \`from\`, \`through\` a place in focus
  between them or not; \`letters\` with a
  \`sigma\` of their own, by the place they stand \`at\` in the text. \`motion\` (or \`null\`): \`angle\`, \`length\` px. \`grain\` (or
  \`null\`): \`strength\`; standard deviations where it is \`dark\`, of \`middle\` tone and \`light\`, in 1/255 of the encoded value;
  \`size\` (sigma, px), \`colour\` (how far red, green and blue differ), \`seed\`. \`shown\`: false switches one of these off for
  a look.`;
