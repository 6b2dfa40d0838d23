import type { Size } from '../pixels/region';

/** One picture on a contact sheet. */
export interface ContactEntry {
  caption: string;
  /** Below the caption, such as what the picture is. */
  note: string;
  /** Width to height. */
  aspect: number;
}

/** What a contact sheet is made of. */
export interface ContactOrder {
  title: string;
  /** As it is to be read, such as `29 November 2026`. */
  date: string;
  paper: Paper;
  /** Lines to write on below each picture. */
  remarks: number;
}

export const papers = {
  a4: { name: 'A4', width: 210, height: 297 },
  a4Across: { name: 'A4 across', width: 297, height: 210 },
  letter: { name: 'Letter', width: 215.9, height: 279.4 },
} as const satisfies Record<string, Size & { name: string }>;
export type Paper = keyof typeof papers;

/** A box on a page, mm from its top left corner. */
export interface Box extends Size {
  x: number;
  y: number;
}

/** A line of text: where its baseline begins, and its size; mm. */
export interface SheetText {
  text: string;
  x: number;
  y: number;
  size: number;
  isStrong: boolean;
  /** It ends at `x` instead. */
  fromRight: boolean;
  /** No longer than this, mm. */
  within: number;
}

/** One page: pictures by their number in the order, texts, and lines to write on. */
export interface ContactPage {
  pictures: { entry: number; box: Box }[];
  texts: SheetText[];
  rules: { x: number; y: number; width: number }[];
}

const margin = 14;
const header = 16;
const gap = 8;
const captionHeight = 11;
const lineHeight = 7;
/** No picture is smaller than this on its longer side, mm. */
const smallest = 52;

/** How many columns and rows fill a page best: as large as the pictures can be. */
function gridFor(count: number, room: Size, remarks: number, aspect: number): { columns: number; rows: number } {
  const below = captionHeight + remarks * lineHeight;
  let best = { columns: 1, rows: 1, width: 0 };
  for (let columns = 1; columns <= 4; columns++)
    for (let rows = 1; rows <= 5; rows++) {
      const across = (room.width - gap * (columns - 1)) / columns;
      const down = (room.height - gap * (rows - 1)) / rows - below;
      const width = Math.min(across, down * aspect);
      if (down <= 0 || Math.max(width, width / aspect) < smallest) continue;
      const [holds, bestHolds] = [columns * rows, best.columns * best.rows].map((cells) => Math.min(count, cells));
      const isBetter = holds === bestHolds ? width > best.width : holds > bestHolds;
      if (best.width === 0 || isBetter) best = { columns, rows, width };
    }
  return best;
}

/** Lays pictures out on pages, as large as they can be, each with its caption and room for remarks. */
export function layContactSheet(entries: readonly ContactEntry[], order: ContactOrder): ContactPage[] {
  const paper = papers[order.paper];
  const room = { width: paper.width - 2 * margin, height: paper.height - 2 * margin - header };
  const aspects = entries.map(({ aspect }) => aspect);
  const middle = aspects.length > 0 ? [...aspects].sort((a, b) => a - b)[Math.floor(aspects.length / 2)] : 1;
  const { columns, rows } = gridFor(entries.length, room, order.remarks, middle);
  const cell = {
    width: (room.width - gap * (columns - 1)) / columns,
    height: (room.height - gap * (rows - 1)) / rows,
  };
  const perPage = columns * rows;
  const count = Math.max(1, Math.ceil(entries.length / perPage));
  return Array.from({ length: count }, (_, page) => {
    const made: ContactPage = { pictures: [], texts: headerTexts(order, paper, page, count), rules: [] };
    entries.slice(page * perPage, (page + 1) * perPage).forEach((entry, i) => {
      const x = margin + (i % columns) * (cell.width + gap);
      const y = margin + header + Math.floor(i / columns) * (cell.height + gap);
      layEntry(made, entry, page * perPage + i, { x, y, ...cell }, order.remarks);
    });
    return made;
  });
}

function headerTexts({ title, date }: ContactOrder, paper: Size, page: number, count: number): SheetText[] {
  const within = paper.width - 2 * margin;
  const base = { size: 3.4, isStrong: false, fromRight: false, within: within * 0.4 };
  return [
    { ...base, text: title, x: margin, y: margin + 5, size: 5.4, isStrong: true, within: within * 0.6 },
    { ...base, text: date, x: paper.width - margin, y: margin + 5, fromRight: true },
    ...(count > 1
      ? [
          {
            ...base,
            text: `${page + 1} of ${count}`,
            x: paper.width - margin,
            y: paper.height - margin + 5,
            fromRight: true,
          },
        ]
      : []),
  ];
}

function layEntry(page: ContactPage, entry: ContactEntry, number: number, cell: Box, remarks: number): void {
  const below = captionHeight + remarks * lineHeight;
  const width = Math.min(cell.width, (cell.height - below) * entry.aspect);
  const height = width / entry.aspect;
  page.pictures.push({ entry: number, box: { x: cell.x, y: cell.y, width, height } });
  const text = { x: cell.x, size: 3.4, isStrong: false, fromRight: false, within: cell.width };
  page.texts.push({ ...text, text: `${number + 1}  ${entry.caption}`, y: cell.y + height + 5, isStrong: true });
  if (entry.note !== '') page.texts.push({ ...text, text: entry.note, y: cell.y + height + 9.4, size: 2.9 });
  for (let line = 1; line <= remarks; line++)
    page.rules.push({ x: cell.x, y: cell.y + height + captionHeight + line * lineHeight - 1, width: cell.width });
}
