/** The pass's part of the document in the words of the format's documentation (Markdown). */
export const describes = `- \`ink\`: \`coats\`, the first one lowest. Each has \`opacity\`, 0 to 1; \`mode\`
  (optional), a blend mode of W3C Compositing, \`add\` or \`subtract\`; and \`reach\` (optional): \`{"kind": "all"}\`,
  \`{"kind": "line", "line"}\` or \`{"kind": "letter", "at"}\`. A \`span\` is \`word\`, \`line\` or \`letter\`: the
  ink that it is laid out along. Kinds:
  - \`solid\`: \`colour\`.
  - \`gradient\`: \`shape\` (\`linear\`, \`radial\`, \`conic\`), \`stops\` (\`{"at", "colour"}\`), \`angle\`,
    \`centre\` and \`spread\` (fractions of its box), \`span\`, \`space\` (\`oklab\`, \`srgb\`).
  - \`pattern\`: \`motif\` (stripes, checks, dots, waves, weave, noise, grain, crackle), two \`colours\`, \`size\`
    (fraction of the cap height), \`angle\`, \`balance\`, \`seed\`.
  - \`halftone\`: \`motif\` (\`dots\`, \`lines\`); \`of\` (\`coats\`: the coats below, or \`picture\`: the whole
    picture below); \`colour\`, \`ground\` (or \`null\`), \`pitch\` (fraction of the cap height), \`angle\`,
    \`contrast\`.
  - \`plate\`: the photograph itself, slipped by \`x\`, \`y\` sheet px.
  - \`picture\`: \`asset\` (kind \`plate\`), \`span\`, \`fit\` (\`cover\`, \`contain\`, \`free\`: one of its px is one
    lettering px), \`scale\`, and \`x\`, \`y\` as fractions of the box. Optional: \`held\` (\`letters\`, \`sheet\`:
    whether it goes with the letters; held by the sheet, the sheet is its box); \`slips\`: single letters, each
    \`{"at", "x", "y", "scale"}\`, on top of the coat's own; \`more\`: keys of further pictures that take turns \`by\`
    \`letter\`, \`line\` or \`cell\`; \`cells\`: \`{"columns", "rows", "gap"}\` (fraction of the cap height);
    \`keep\`: points that must be seen, fractions of the first picture's width and height.

  Optional: \`mode\`: how the ink lies on what is below it; \`together\`: panel, ink and outlines are laid on one
  another first and then, as one, in this mode; and \`panel\` (or \`null\`): \`shape\`, one of
  \`{"kind": "box", "round"}\` (fraction of the cap height), \`{"kind": "ellipse"}\`, \`{"kind": "star", "points",
  "depth"}\`, \`{"kind": "path", "points", "smooth"}\` (lettering px), \`{"kind": "band", "along"}\`
  (\`level\`, \`upright\`), \`{"kind": "half sheet", "side"}\`, \`{"kind":
  "sheet"}\`; \`margin\`, \`fixed\` (\`[width, height]\`, sheet px, or \`null\`), \`offset\` (\`[x, y]\`, fractions of the cap height), \`rotation\`; \`coats\`, \`opacity\`,
  \`mode\`; \`knockout\`: \`below\` or \`sheet\` (the letters are openings to what lies below, or to the bare sheet)
  or \`null\`; \`opening\`: coats in the openings; \`shadow\` (or \`null\`): what the edge throws into them,
  \`{"x", "y", "blur", "colour", "strength"}\`, sheet px.`;
