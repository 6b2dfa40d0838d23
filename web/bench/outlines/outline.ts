/** Outlines of a drawing as one path. */
export interface Outline {
  /** SVG path data, in units of the drawing. */
  data: string;
  /** How many of them the drawing is wide, where it says so. */
  width: number | null;
}

/** Kinds of files that outlines are taken from, as a field for files names them. */
export const drawingKinds = '.svg,image/svg+xml,.pdf,application/pdf';

/** Whether a file may hold outlines, by its name. */
export const isDrawing = ({ name }: File): boolean => /\.(svg|pdf)$/i.test(name);

/** What a drawing is called without its ending. */
export const drawingName = ({ name }: File): string => name.replace(/\.(svg|pdf)$/i, '');
