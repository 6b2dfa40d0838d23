import type { FileSettings } from './settings';

/** What a file is for, with the settings that this wants; fields that it does not name stay as they are. */
export interface Purpose {
  name: string;
  settings: Omit<FileSettings, 'ppi' | 'press'> & { ppi?: number };
}

/** Bleed that printers of sheets, and of cups and shirts, ask for, mm. */
const bleeds = { sheet: 3, none: 0 };

export const purposes: readonly Purpose[] = [
  { name: 'Screen', settings: { format: 'jpeg', bits: 8, quality: 85, bleed: bleeds.none, marks: false } },
  { name: 'Web page', settings: { format: 'webp', bits: 8, quality: 82, bleed: bleeds.none, marks: false } },
  { name: 'Poster', settings: { format: 'pdf', bits: 8, quality: 92, bleed: bleeds.sheet, marks: true } },
  { name: 'Card', settings: { format: 'pdf', bits: 8, quality: 92, bleed: bleeds.sheet, marks: true, ppi: 300 } },
  { name: 'Shirt', settings: { format: 'png', bits: 8, quality: 92, bleed: bleeds.none, marks: false, ppi: 300 } },
  { name: 'Mug wrap', settings: { format: 'tiff', bits: 8, quality: 92, bleed: bleeds.sheet, marks: false, ppi: 300 } },
  {
    name: 'Another program',
    settings: { format: 'openraster', bits: 8, quality: 92, bleed: bleeds.none, marks: false },
  },
];
