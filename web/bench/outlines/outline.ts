/** Outlines of a drawing as one path. */
export interface Outline {
  /** SVG path data, in units of the drawing. */
  data: string;
  /** How many of them the drawing is wide, where it says so. */
  width: number | null;
}

/** Whether a file may hold outlines, by its name. */
export const isDrawing = ({ name }: File): boolean => /\.(svg|pdf)$/i.test(name);

/** What a drawing is called without its ending. */
export const drawingName = ({ name }: File): string => name.replace(/\.(svg|pdf)$/i, '');
