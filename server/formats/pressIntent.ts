import { PDFName, PDFString, type PDFArray, type PDFDict, type PDFDocument, type PDFPage, type PDFRef } from 'pdf-lib';
import { presses, type PressName } from '../../core/press/presses';

interface Intent {
  press: PressName;
  /** The profile of the press, as it is in the file. */
  profile: PDFRef;
  colours: PDFArray;
}

/**
 * What tells a press what a file is meant for: the output intent with the press's own profile (ISO 32000-1, 14.11.5),
 * and the colours that its transparency is mixed in.
 */
export function addPressIntent(pdf: PDFDocument, page: PDFPage, { press, profile, colours }: Intent): void {
  const { context } = pdf;
  const says = `${presses[press].name}, a simulated press`;
  const intent = context.obj({
    Type: 'OutputIntent',
    S: 'GTS_PDFX',
    OutputConditionIdentifier: PDFString.of(`Inky Veil ${presses[press].name}`),
    OutputCondition: PDFString.of(says),
    Info: PDFString.of(says),
    DestOutputProfile: profile,
  });
  pdf.catalog.set(PDFName.of('OutputIntents'), context.obj([context.register(intent)]));
  page.node.set(PDFName.of('Group'), context.obj({ Type: 'Group', S: 'Transparency', CS: colours, I: true }));
  const info = context.lookup(context.trailerInfo.Info) as PDFDict;
  info.set(PDFName.of('Trapped'), PDFName.of('False'));
}
