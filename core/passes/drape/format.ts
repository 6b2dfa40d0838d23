/** The pass's part of the document in the words of the format's documentation (Markdown). */
export const describes = `- \`drape\` (optional): how the letters follow the surface below. \`displacement\` (or
  \`null\`): \`map\` (\`from\`: \`relief\` of the shading below in the \`light\` \`{"tilt", "height"}\` or, where that is
  \`null\`, the lamp's; \`brightness\`; or \`picture\` with its \`asset\`; \`blur\`, \`flatten\`, \`contrast\`,
  \`inverted\`), and the laws: \`level\` px along \`angle\`, \`slope\` \`[across, down]\` px, \`length\` and \`view\` (times a
  surface \`height\` px high, \`null\`: as the light says; \`far\`: the lens, in longer sides of the sheet); \`leaves\`: any of
  \`panel\`, \`outlines\`, \`echoes\` stay where they are. \`bite\` (or \`null\`): \`as\` \`paint\`, \`dye\` or \`light\`;
  \`strength\`; \`texture\` and \`shading\`, parted by a Gaussian of \`radius\` px; \`even\`: px of the Gaussian that gives the
  even tone, or \`null\`; \`keptOut\`: how far the surface's own colours are kept out; \`channels\` (\`each\`,
  \`lightness\`); \`bare\` (or \`null\`): \`dark\` and \`light\`, each \`[from, to]\` of Oklab lightness, \`noise\`,
  \`grain\`. \`pull\` (or \`null\`): \`strength\`, \`strokes\`
  (\`kind\` \`pull\`, \`swell\`, \`pinch\`, \`swirl\` or \`calm\`; \`points\`, \`radius\` px, \`softness\`,
  \`strength\`) and a \`fence\` (or \`null\`): \`points\` and what it \`keeps\`, \`inside\` or \`outside\`.
  \`shown\`: false switches one of these off for a look. \`plane\` (or
  \`null\`): the plane that it lies in.`;
