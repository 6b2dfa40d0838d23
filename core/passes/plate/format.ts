/** The pass's part of the document in the words of the format's documentation (Markdown). */
export const describes = `**\`plates\`** - photographs, from far to near; all of them lie behind the items of
\`depth\`. \`id\`; \`name\`; \`asset\`: a key of kind \`plate\`; \`scale\`: sheet px per plate px; \`x\`, \`y\`: the
plate's top left corner.`;
