import { fromPx } from '../piece/lengths';
import { hairline, lowestPrinted, ppiLimits } from '../piece/print';
import type { Piece } from '../piece/schema';
import { contrastLimit } from '../passes/ink/contrast';
import type { MeasuredContrast } from '../passes/ink/measure';
import { quotedName } from '../piece/names';
import { fileFormats } from './formats';
import type { Finest } from './finest';
import type { FileSettings } from './settings';
import { goesOn, type SizeOf } from './bleed';
import { pxOf } from './paper';

/** What has been measured of a piece; what is left out is not told of. */
export interface KnownOfPiece {
  finest?: Finest | null;
  contrast?: readonly MeasuredContrast[];
}

/**
 * What a file is likely to be sent back for, as sentences.
 * @param sizeOf px of the photographs, where they are known
 * @param known of the piece: what is finest, and how far its words stand off
 */
export function warningsOf(
  piece: Piece,
  settings: FileSettings,
  sizeOf: SizeOf,
  { finest = null, contrast = [] }: KnownOfPiece = {},
): string[] {
  const { format, ppi, bleed } = settings;
  const { name, hasAlpha } = fileFormats[format];
  const [farthest] = piece.plates;
  const enlarged = farthest ? farthest.scale : 1;
  const own = ppi / enlarged;
  const isForPrint = bleed > 0 || settings.marks || format === 'pdf' || format === 'tiff';
  const [letters, outline] = finest
    ? [fromPx(finest.letters, 'mm', ppi), fromPx(finest.outline, 'mm', ppi)]
    : [Infinity, Infinity];
  const all = [
    piece.sheet.paint === null && !hasAlpha && `${name} has no transparency: clear parts become white.`,
    enlarged > 1.05 &&
      `The photograph is enlarged ${enlarged.toFixed(1)} times: its own px come to ${Math.round(own)} ppi.`,
    isForPrint &&
      enlarged <= 1.05 &&
      ppi < ppiLimits.accepted &&
      `${Math.round(ppi)} ppi is coarse on paper: printers ask for ${ppiLimits.wished}.`,
    isForPrint &&
      letters < lowestPrinted &&
      `The smallest letters are ${letters.toFixed(1)} mm high on paper: below ${lowestPrinted} mm they fill in.`,
    isForPrint &&
      outline < hairline &&
      `The thinnest outline is ${outline.toFixed(2)} mm wide on paper: below ${hairline} mm, a quarter point, it breaks.`,
    ...piece.letterings.map((lettering) => {
      const measured = contrast.find((one) => one.lettering === lettering.id);
      const difference = measured?.difference ?? contrastLimit;
      return (
        difference < contrastLimit &&
        `${quotedName(lettering)} stands off by ${difference.toFixed(0)} L* from what is beside its edge: below ${contrastLimit} it is hard to read.`
      );
    }),
    bleed > 0 &&
      !goesOn(piece, pxOf(bleed, ppi), sizeOf) &&
      'The photograph ends at the sheet’s edge: in the bleed it is seen mirrored.',
  ];
  return all.filter((one) => one !== false);
}
