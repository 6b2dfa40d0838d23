/** The pass's part of the document in the words of the format's documentation (Markdown). */
export const describes = `- \`drape\` (optional): how the letters follow the surface below. \`displacement\` (or
  \`null\`): \`map\` (\`from\`: \`relief\` of the shading below in the \`light\` \`{"tilt", "height"}\` or, where that is
  \`null\`, the lamp's; \`brightness\`; \`picture\` with its \`asset\`; or \`painted\` by \`strokes\`, each \`to\` \`high\`, \`low\` or \`even\`, otherwise like those of a pull; \`blur\`, \`flatten\`, \`contrast\`,
  \`inverted\`), and the laws: \`level\` px along \`angle\`, \`slope\` \`[across, down]\` px, \`length\` and \`view\` (times a
  surface \`height\` px high, \`null\`: as the light says; \`far\`: the lens, in longer sides of the sheet); \`leaves\`: any of
  \`panel\`, \`outlines\`, \`echoes\` stay where they are. \`bite\` (or \`null\`): \`as\` \`paint\`, \`dye\` or \`light\`;
  \`strength\`; \`texture\` and \`shading\`, parted by a Gaussian of \`radius\` px; \`even\`: px of the Gaussian that gives the
  even tone, or \`null\`; \`keptOut\`: how far the surface's own colours are kept out; \`channels\` (\`each\`,
  \`lightness\`); \`bare\` (or \`null\`): \`dark\` and \`light\`, each \`[from, to]\` of Oklab lightness, \`noise\`,
  \`grain\`. \`pull\` (or \`null\`): \`strength\`, \`strokes\`
  (\`kind\` \`pull\`, \`swell\`, \`pinch\`, \`swirl\` or \`calm\`; \`points\`, \`radius\` px, \`softness\`,
  \`strength\`) and a \`fence\` (or \`null\`): \`points\` and what it \`keeps\`, \`inside\` or \`outside\`.
  \`mesh\` (or \`null\`): a net over the letters after bend and corners: lines \`across\` and \`down\` as fractions of
  their box, and row by row its \`points\`: each a \`move\` in lettering px, and how fast moves change there \`across\`
  and \`down\` the whole box (\`null\`: smoothly from point to point). \`drips\` (or \`null\`): \`number\` for a letter one em
  wide, \`length\` em, \`spread\` of lengths, \`thickness\` em, \`neck\` (by how much thinner above the end), \`seed\`,
  \`direction\` (degrees, 90 runs down); \`edge\` (or \`null\`): lower edges \`as\` \`molten\` or \`torn\`, \`depth\`
  and \`size\` em; \`changes\`: single drips by the letter they hang \`at\`, the \`drip\`, and its \`length\` em or
  \`null\` where it is taken away; \`roots\`: letters that have moved in the text since.
  \`shown\`: false switches one of these off for a look. \`plane\` (or
  \`null\`): the plane that it lies in.`;
