/** The pass's part of the document in the words of the format's documentation (Markdown). */
export const describes = `**\`veils\`** - what stands in front. \`id\`; \`name\`; \`plate\`: the \`id\` of the plate
that it is cut from; it moves with that plate. The matte is made in this order:

1. \`cuts\`, combined one after the other: \`operation\` is \`add\` (the larger value counts), \`subtract\` or
   \`intersect\`. A cut is one of
   - \`{"kind": "trace", "contours"}\`, in **plate px**. \`closed\`: an open contour is still being traced and cuts
     nothing. \`points\`: each with \`x\`, \`y\`; \`to\`: how the stretch to the next point runs, \`edge\` (found on
     the photo), \`straight\`, \`smooth\` (a curve whose slopes follow from its neighbours, see
     \`core/passes/veils/contour.ts\`) or \`border\` (around outside of the sheet); \`via\`: the points between this
     one and the next (none for a smooth stretch); \`corner\` (optional): smooth stretches meet here at an angle.
     Contours are added to one another, whichever way round they run; one that lies wholly inside another is a hole,
     and one inside that is filled again.
   - \`{"kind": "scribble", "marks", "box", "matte", "coarse", "solvedFor"}\`: rough strokes, each
     \`{"side": "front" or "behind", "radius", "points"}\` in plate px; \`box\` (or \`null\`):
     \`{"x", "y", "width", "height"}\`, nothing outside of it stands in front; \`matte\`: what they were solved to, a
     key of kind \`matte\`, or \`null\`; \`coarse\`: only as finely as a screen shows the whole plate;
     \`solvedFor\`: content key of what \`matte\` was solved from, so another one means that newer strokes are still
     to be solved; \`null\`: it is taken to be right. \`specks\`: islands and holes smaller than a square of this
     side are cleared, plate px; a tone key has it too.
   - \`{"kind": "tone", "samples", "chroma", "lightness", "softness", "connected", "matte", "solvedFor"}\`: \`samples\` are
     \`{"x", "y", "colour"}\`; a colour belongs while its differences from the nearest sample, chroma (with hue) and
     lightness each as a part of its tolerance (Oklab times 100), are together below 1, and fades over \`softness\`
     beyond; \`connected\`: only what is connected to a sample. With \`matte\` \`null\` it is worked out while
     drawing.
   - \`{"kind": "picture", "matte"}\`: a key of kind \`matte\`. A matte of another size than the plate is drawn as
     wide as the plate.
2. \`softness\` (or \`null\`): \`profile\`, places of the border and the sigma of the photo's blur there,
   \`[x, y, sigma]\` in plate px; \`factor\`. The cut is blurred by what the nearest places say.
3. \`feather\`, sheet px: a Gaussian blur whose sigma is half of it.
4. \`fine\` (or \`null\`): the edge solved for hair, grass and blur. \`band\`: lines painted by hand,
   \`{"radius", "points"}\`; \`reach\`: width of the strip along the border, plate px; \`needed\`:
   also where hair, grass or blur is found on the border when it is solved; \`matte\` and \`front\`: what
   was solved, keys of kind \`matte\` and \`front\`; \`solvedFor\`: content key of the cuts it was solved for, empty
   while it is still to be solved, after \`cancelled\` where it was given up, or \`null\`. A front is a PNG with the front's own colours; where its alpha is above 0, matte and colours are taken
   from here.
5. \`grow\`: how far the border is moved outwards, plate px; below 0 inwards. \`growths\`: strokes under which it is
   moved beside that: \`radius\` and \`points\` in plate px; \`softness\`, the fraction of the radius over which this
   fades; \`amount\`, plate px.
6. \`strokes\`: touch-up, in the order in which it was painted. \`side\`: \`front\` (raises the matte by the stroke's
   strength), \`behind\` (lowers it) or \`clear\` (as it was before it was touched up); \`radius\` and
   \`points\` in plate px; \`softness\`: the fraction of the radius over which the stroke fades; \`flow\`: strength of
   one stroke; \`fence\` (or \`null\`): \`{"lettering", "side"}\`, keeps it \`inside\` or \`outside\` of that
   lettering's letters; \`pressures\` (optional): strength at each point, where a pen reported it.

Its colour is the plate's, and near the edge the veil's own (that of the solved front, or of the veil near by).
\`cast\` (or \`null\`): a colour that is left there: \`hue\` and \`reach\` in degrees (Oklch), by how many degrees it
is turned (\`turn\`), and what is left of its chroma (\`chroma\`, fraction).

\`shadow\` (or \`null\`): what it throws on the letters behind it: \`lift\`, how far it stands off them, sheet px;
\`height\` and \`size\` of the lamp (degrees; fraction of its distance); \`angle\`, where the shadow falls, degrees
clockwise from the right; \`strength\`; \`colour\`; \`obeys\`: whether height, size and angle are those of the
piece's \`lamp\` instead, where there is one. Its offset is lift / tan(height), its penumbra lift times size; it
lies on letters only. \`lifts\`: strokes on the veil (\`front\`: far off, \`behind\`: near), where lift goes to
\`farLift\` or \`nearLift\`; \`touches\`: strokes on the shadow itself, in plate px (\`front\` deepens it, \`behind\`
takes it away).

\`graft\` (or \`null\`): the veil is a copy that stands elsewhere: \`pivot\`, the point of the cut piece that is
turned about, and \`at\`, where it comes to lie, both in plate px; \`scale\`; \`turn\`, degrees clockwise;
\`flipped\`; \`shadow\` (or \`null\`): what it throws on the photograph, as above. What the veil says in plate px
(cuts, strokes, lifts) is said where it comes from.`;
export const describesWeave = `**\`weave\`** (optional) - \`{"veil", "lettering", "at", "over"}\`: whether the veil lies over the letter whose first UTF-16 unit stands at \`at\`.`;
