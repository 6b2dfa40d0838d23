import { mkdirSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { unzipSync, type UnzipFileFilter } from 'fflate';
import readSheet from 'read-excel-file/node';
import { asTable, readDelimited, TableError, tableLimits, type Table } from '../../core/runs/table/readTable';
import { Problem } from '../problem';
import { asZip, isTooTight, isZip, mostEntries } from '../zips';

/** Bytes that the pictures of a zip may have together. */
const largestUnpacked = 4e9;

/**
 * Reads a table: a spreadsheet (its first sheet), or values parted by commas and the like.
 * @throws Problem 413, 422 for a person
 */
export async function readTableFile(bytes: Buffer, name: string): Promise<Table> {
  if (bytes.length > tableLimits.bytes)
    throw new Problem(413, `This table is larger than ${tableLimits.bytes / 1048576} MB. Part it into several.`);
  try {
    return isZip(bytes) ? await readSpreadsheet(bytes) : readDelimited(bytes);
  } catch (error) {
    if (error instanceof TableError) throw new Problem(422, `"${name}" cannot be used. ${error.message}`);
    if (error instanceof Problem) throw error;
    throw new Problem(422, `"${name}" cannot be read as a table.`);
  }
}

async function readSpreadsheet(bytes: Buffer): Promise<Table> {
  // A small file may be made to unpack to more than the memory holds.
  let unpacked = 0;
  unzipSync(bytes, {
    filter: ({ size, originalSize }) => {
      unpacked += originalSize;
      if (unpacked > 4 * tableLimits.bytes || isTooTight({ size, originalSize }))
        throw new TableError('It unpacks to more than a table may hold.');
      return false;
    },
  });
  const sheets = await readSheet(bytes).catch(() => {
    throw new TableError('It is no spreadsheet that can be read here; save it as .xlsx or .csv.');
  });
  const [first] = sheets;
  const notes = sheets.length > 1 ? [`The first of ${sheets.length} sheets was read, "${first.sheet}".`] : [];
  return asTable(first?.data ?? [], notes);
}

export interface UnzippedPicture {
  /** As the zip calls it, without its folders. */
  name: string;
  path: string;
}

/** Whether a file is called like a picture that can be taken in. */
export const isPictureName = (name: string): boolean => /\.(jpe?g|png|webp|tiff?|avif)$/i.test(name);

/**
 * Unpacks the pictures of a zip into a folder, under names of our own.
 * @throws Problem 413, 422
 */
export function unzipPictures(zip: Uint8Array, folder: string): UnzippedPicture[] {
  mkdirSync(folder, { recursive: true });
  let [entries, unpacked] = [0, 0];
  const names: string[] = [];
  const open = (filter: UnzipFileFilter): Record<string, Uint8Array> =>
    asZip(() => unzipSync(zip, { filter }), new Problem(422, 'This zip is damaged.'));
  open(({ name, size, originalSize }) => {
    if (++entries > mostEntries) throw new Problem(413, `This zip lists more than ${mostEntries} files.`);
    if (!isPictureName(name) || /(^|\/)(\.|__MACOSX\/)/.test(name)) return false;
    unpacked += originalSize;
    if (unpacked > largestUnpacked || isTooTight({ size, originalSize }))
      throw new Problem(413, `"${basename(name)}" unpacks to more than pictures may hold.`);
    names.push(name);
    return false;
  });
  if (names.length === 0) throw new Problem(422, 'There are no pictures in this zip.');
  // One at a time: the memory holds one picture, however many there are.
  return names.map((name, i) => {
    const path = join(folder, `picture-${i}`);
    writeFileSync(path, open((one) => one.name === name)[name], { flag: 'wx' });
    return { name: basename(name.replace(/\\/g, '/')), path };
  });
}
