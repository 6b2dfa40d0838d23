/** The pass's part of the document in the words of the format's documentation (Markdown). */
export const describes = `- \`words\`, what is written. Required: \`text\` (up to 5,000 characters, lines parted by
  \`\\n\`); \`face\`: a key of kind \`face\`; \`size\`: one em; \`leading\`: baseline to baseline, em; \`tracking\`:
  added between letters, em; \`alignment\`: \`left\`, \`centre\` or \`right\`. Optional:
  - \`upperCase\`: shown in capitals; the text stays as typed. \`axes\`: settings of a variable face by tag
    (\`{"wght": 800}\`). \`features\`: OpenType features by tag (\`{"liga": 0}\`). \`fallbacks\`: keys of faces for
    letters missing from \`face\`.
  - \`leadings\`: leading above single lines, em, by number of the line; \`null\` for those that are as all.
  - \`lockup\`, one of \`{"kind": "lines"}\`; \`{"kind": "one-width", "width", "gap"}\` (every line scaled until its
    ink is \`width\` px wide; \`gap\` from ink to ink, a fraction of the width); \`{"kind": "justified", "width"}\`;
    \`{"kind": "stacked", "gap"}\` (em); \`{"kind": "arc", "radius"}\` (px; below 0 the ends bend up);
    \`{"kind": "path", "points", "offset"}\` (a smooth line through points, px).
  - \`letters\`: what is set by hand, each \`{"at", "space", "x", "y", "scale", "rotation", "rise", "colour"}\`:
    \`at\` is the index of the letter's first UTF-16 unit; \`space\` (em) is added behind it; \`x\`, \`y\`, \`rise\`
    in em; all but \`at\` may be left out.
  - \`shape\` in place of words; \`size\` is then its width: \`{"kind": "ellipse", "height"}\`,
    \`{"kind": "box", "height", "rounding"}\`, \`{"kind": "polygon", "corners"}\`,
    \`{"kind": "star", "points", "inner"}\` or \`{"kind": "path", "data"}\` (SVG path data). \`face\` is then \`""\`.`;
