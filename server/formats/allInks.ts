import type { PDFContext, PDFObject } from 'pdf-lib';

/** All inks of whatever press, as a colour space of one value: what marks are drawn with (ISO 32000-1, 8.6.6.4). */
export const allInks = (context: PDFContext): PDFObject =>
  context.obj([
    'Separation',
    'All',
    'DeviceCMYK',
    context.obj({ FunctionType: 2, Domain: [0, 1], C0: [0, 0, 0, 0], C1: [1, 1, 1, 1], N: 1 }),
  ]);
