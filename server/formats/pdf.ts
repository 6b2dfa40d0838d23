import { createHash } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { PDFDocument, PDFHexString, PDFName, type PDFArray, type PDFContext, type PDFRef } from 'pdf-lib';
import { pageOf, pointsOf, type Page } from '../../core/formats/paper';
import { profileOf } from '../../core/formats/icc';
import { pressProfile } from '../../core/formats/iccPress';
import type { PressName } from '../../core/press/presses';
import { tableOf } from '../../core/press/table';
import { InkMixer } from '../codecs/inkMixer';
import { addPressIntent } from './pressIntent';
import { rgbSpaces } from '../../core/press/rgbSpaces';
import { pdfPath } from '../../core/formats/pdfPath';
import type { VectorItem } from '../../core/formats/vectors/items';
import type { Region } from '../../core/pixels/region';
import { sheetAt } from '../../core/graph/tiles';
import { renderParts, type DrawnPart } from '../render/renderSheet';
import { packIn, type SaveOrder, type Saved } from '../render/savePicture';
import type { TilePool } from '../render/tilePool';
import { allInks } from './allInks';
import { SplitPicture } from './deflatedRows';
import { orderVectors } from './vectorOrder';

const renderShare = 0.9;

/**
 * Saves a piece as a PDF 1.7 of its true size: letters as outlines where they are of one colour or of a picture, all
 * else as pictures at full resolution, all colours in sRGB by its profile.
 */
export async function savePdf(
  order: SaveOrder,
  progress: (done: number, stage: string) => void,
  pool: TilePool,
): Promise<Saved> {
  const start = performance.now();
  const { settings, piece, scale } = order;
  progress(0, 'Finding outlines');
  const { plan, parts, frame, bleedPx } = await orderVectors(order, pool);
  const mixer = settings.press === null ? null : new InkMixer(tableOf(settings.press));
  const drawn = parts.map((part) => ({
    ...part,
    file: new SplitPicture(part.form.channels, (channels) => packIn(pool, { ...part.form, channels }), mixer),
  }));
  await renderParts(frame, drawn, pool, (done) => progress(done * renderShare, 'Rendering'));
  const rendered = performance.now();
  progress(renderShare, 'Writing the PDF');
  const page = pageOf(sheetAt(piece.sheet, scale), settings.ppi, bleedPx, settings.marks);
  const shown = { title: piece.name, page, ppi: settings.ppi, frame, items: plan.items, drawn };
  writeFileSync(order.out, await pdfOf(shown, settings.press, mixer));
  return {
    renderMs: rendered - start,
    encodeMs: performance.now() - rendered,
    notes: plan.notes,
  };
}

interface PdfParts {
  title: string;
  page: Page;
  ppi: number;
  frame: Region;
  items: readonly VectorItem[];
  drawn: readonly (DrawnPart & { file: SplitPicture })[];
}

async function pdfOf(parts: PdfParts, press: PressName | null, mixer: InkMixer | null): Promise<Uint8Array> {
  const { title, page, drawn } = parts;
  const pdf = await PDFDocument.create();
  pdf.setTitle(title, { showInWindowTitleBar: true });
  pdf.setCreator('Inky Veil');
  pdf.setProducer('Inky Veil');
  const { context } = pdf;
  const { media, bleed, trim } = page;
  const leaf = pdf.addPage([media.width, media.height]);
  leaf.setBleedBox(bleed.x, bleed.y, bleed.width, bleed.height);
  leaf.setTrimBox(trim.x, trim.y, trim.width, trim.height);
  const [space, count, alternate] =
    press === null
      ? [profileOf(rgbSpaces.srgb), 3 as const, 'DeviceRGB']
      : [pressProfile(press), 4 as const, 'DeviceCMYK'];
  const profile = context.register(context.flateStream(space, { N: count, Alternate: alternate }));
  const colours = context.obj(['ICCBased', profile]);
  const pictures = Object.fromEntries(drawn.map((part) => [part.name, pictureOf(context, part, colours, count)]));
  leaf.node.set(
    PDFName.of('Resources'),
    context.obj({ XObject: pictures, ColorSpace: { Own: colours, All: allInks(context) } }),
  );
  const text = pageText(parts, (colour) => (mixer ? mixer.inksOf(colour) : colour.map((value) => value / 255)));
  leaf.node.set(PDFName.of('Contents'), context.register(context.flateStream(text)));
  if (press !== null) addPressIntent(pdf, leaf, { press, profile, colours });
  const id = PDFHexString.of(createHash('sha256').update(title).update(text).digest('hex').slice(0, 32));
  context.trailerInfo.ID = context.obj([id, id]);
  return pdf.save({ useObjectStreams: false, addDefaultPage: false });
}

function pictureOf(
  context: PDFContext,
  { form, file }: PdfParts['drawn'][number],
  colours: PDFArray,
  count: 3 | 4,
): PDFRef {
  const image = (bytes: Uint8Array, channels: 1 | 3 | 4, more: Record<string, unknown>): PDFRef =>
    context.register(
      context.stream(bytes, {
        Type: 'XObject',
        Subtype: 'Image',
        Width: form.width,
        Height: form.height,
        BitsPerComponent: 8,
        Filter: 'FlateDecode',
        DecodeParms: { Predictor: 15, Colors: channels, BitsPerComponent: 8, Columns: form.width },
        ...more,
      } as never),
    );
  const alpha = file.alpha && image(file.alpha.stream(), 1, { ColorSpace: 'DeviceGray' });
  return image(file.colours.stream(), count, { ColorSpace: colours, ...(alpha && { SMask: alpha }) });
}

/**
 * How far pictures stay within their place, px: readers that widen a picture to the next whole px where it ends exactly
 * on one would shift what is in it.
 */
const inset = 0.002;

/** What is drawn on the page, in PDF's operators (ISO 32000-1, annex A). */
function pageText(
  { page, ppi, frame, items, drawn }: PdfParts,
  inColour: (colour: readonly [number, number, number]) => readonly number[],
): string {
  const { bleed } = page;
  const perPx = pointsOf(1, ppi);
  const number = (value: number): string => String(Number(value.toFixed(5)));
  // Sheet px run down from the frame's upper left corner.
  const toPage = [perPx, 0, 0, -perPx, bleed.x - frame.x * perPx, bleed.y + bleed.height + frame.y * perPx];
  const box = (region: Region): string => [region.x, region.y, region.width, region.height].map(number).join(' ');
  const picture = (name: string): string => {
    const part = drawn.find((one) => one.name === name);
    if (!part) return '';
    const { x, y, width, height } = part.frame;
    const [wide, high] = [width - 2 * inset, height - 2 * inset].map(number);
    return `q ${wide} 0 0 -${high} ${number(x + inset)} ${number(y + height - inset)} cm /${name} Do Q\n`;
  };
  const letters = items.map(({ path, colour }) => {
    const steps = pdfPath(path);
    if (steps === '') return '';
    if (!colour) return `q ${steps} W n\n${picture('inner')}Q\n`;
    return `/Own cs ${inColour(colour).map(number).join(' ')} sc ${steps} f\n`;
  });
  return [
    `q ${box(bleed)} re W n ${toPage.map((value) => Number(value.toFixed(8))).join(' ')} cm\n`,
    picture('ground'),
    ...letters,
    picture('patch'),
    'Q\n',
    marksText(page, number),
  ].join('');
}

/** Width of a mark's line, points. */
const markWidth = 0.25;
/** How far a curve's controls lie along for a quarter of a ring (the usual 4/3 (sqrt 2 - 1)). */
const quarter = 0.5522847498;

function marksText({ lines, rings }: Page, number: (value: number) => string): string {
  if (lines.length === 0) return '';
  const point = (x: number, y: number): string => `${number(x)} ${number(y)}`;
  const ringText = rings.map(({ middle: [x, y], radius: r }) => {
    const k = r * quarter;
    return [
      `${point(x + r, y)} m`,
      `${point(x + r, y + k)} ${point(x + k, y + r)} ${point(x, y + r)} c`,
      `${point(x - k, y + r)} ${point(x - r, y + k)} ${point(x - r, y)} c`,
      `${point(x - r, y - k)} ${point(x - k, y - r)} ${point(x, y - r)} c`,
      `${point(x + k, y - r)} ${point(x + r, y - k)} ${point(x + r, y)} c S`,
    ].join('\n');
  });
  return [
    `q /All CS 1 SCN ${markWidth} w`,
    ...lines.map(({ from, to }) => `${point(...from)} m ${point(...to)} l S`),
    ...ringText,
    'Q\n',
  ].join('\n');
}
