/** Kinds of drawings, as a field for files names them: what outlines are taken from, too. */
export const drawingKinds = '.svg,image/svg+xml,.pdf,application/pdf';

/** What a photograph or a matte may come as, for file inputs. Drawings have no px: the server draws them. */
export const pictureKinds = `image/jpeg,image/png,image/webp,image/tiff,image/avif,${drawingKinds}`;
