/** The pass's part of the document in the words of the format's documentation (Markdown). */
export const describes = `- \`relief\` (optional): the body that letters have in the light. \`edges\` (or \`null\`): \`as\` \`raised\` or
  \`sunken\`; \`profile\` \`round\`, \`chamfer\`, \`step\` or \`drawn\` (its \`curve\`: points
  from 0 at the outer end to 1, each with the height risen to); \`width\` inwards and \`depth\` px; \`soft\` (sigma, px); \`light\` and
  \`shade\` with \`lightColour\` (\`null\`: the lamp's), \`shadeColour\`; \`gloss\` and its \`sharpness\`; \`texture\` of
  the surface on the face, finer than \`grain\` px. \`lip\` (or \`null\`): \`width\` px, \`strength\`,
  \`colour\` (\`null\`: the lamp's). \`thickness\` (or \`null\`): the back is seen \`depth\` px from the face, \`towards\` a point of
  the sheet; \`shade\`: the light left on sides that the lamp does not reach; on the ground the whole solid throws its shadow. \`obeys\` the lamp, or a light of its own from
  \`tilt\`, \`height\`. \`shown\`: false switches one of these off for a look.`;
