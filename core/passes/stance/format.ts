/** The pass's part of the document in the words of the format's documentation (Markdown). */
export const describes = `- \`stance\`: where the lettering's origin stands (\`x\`, \`y\`), how it is turned
  (\`rotation\`) and scaled (\`scale\`) about it. The origin is on the edge (or the middle) that the lines share,
  half-way between the top of the first line's capitals and the last baseline (at one width: in the middle of the
  ink's height). Optional, in the order in which they act:
  - \`bend\`: \`{"kind": "arc", "degrees"}\` or \`{"kind": "wave", "height", "waves", "phase"}\` (height a fraction of
    the capitals');
  - \`perspective\`: \`{"box": {"x", "y", "width", "height"}, "moves": [[dx, dy], ...]}\`: the corners of the box,
    clockwise from the top left, are moved by so much, lettering px; the words lie in the plane that this makes;
  - \`flipAcross\`, \`flipDown\`; \`pivot\`: \`[x, y]\`, the point that turning by hand keeps;
  - \`echoes\`: further drawings behind the letters, each \`{"id", "x", "y", "mirror", "scale", "rotation", "opacity",
    "times", "fade", "outline",
    "colour"}\`; \`mirror\` is \`none\`, \`down\` or \`across\`, \`outline\` a width or \`null\`, \`colour\` a colour or
    \`null\`;
  - \`keeping\` (or \`null\`): what stays true when the words change: \`across\`, \`down\` (the ink's middle stays in
    the sheet's), \`width\`, \`height\` (sheet px, or \`null\`: the ink is no larger), \`scale\` (the one it has where it
    fits).`;
