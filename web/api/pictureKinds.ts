/** What a photograph or a matte may come as, for file inputs. Drawings have no px: the server draws them. */
export const pictureKinds =
  'image/jpeg,image/png,image/webp,image/tiff,image/avif,.svg,image/svg+xml,.pdf,application/pdf';
