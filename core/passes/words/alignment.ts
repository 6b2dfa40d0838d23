/** Where the lines of a lettering meet. */
export const alignments = ['left', 'centre', 'right'] as const;

export type Alignment = (typeof alignments)[number];
