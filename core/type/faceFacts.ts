import { Blob as FaceBlob, Face } from 'harfbuzzjs';
import { FaceError, openFace, type FaceAxis } from './faceBook';
import { offeredFeatures } from './featureNames';
import { measureFace, type FaceMeasures } from './faceMeasures';
import { scriptsIn } from './scripts';

/** What is known of a face once it has been read. */
export interface FaceFacts {
  /** As the file calls it; may be empty. */
  name: string;
  axes: readonly FaceAxis[];
  /** ISO 15924 tags of the scripts that it can set. */
  scripts: string[];
  /** Tags of the features that a person may switch. */
  features: string[];
  letters: number;
  copyright: string;
  licence: string;
  licenceAddress: string;
  /** Code points that it has letters for, as stretches from one to another, both included. */
  coverage: [number, number][];
  /** null where it has too few letters to be measured. */
  measures: FaceMeasures | null;
}

/** Ids in a face's table of names (OpenType, `name`). */
const nameIds = { copyright: 0, family: 1, full: 4, licence: 13, licenceAddress: 14 };
/** Longest text that is kept of what a file says of itself. */
const longest = 600;
/** So many letters are looked at to see whether the face has outlines at all. */
const probed = 300;

/**
 * Reads a face and measures it.
 * @throws FaceError with the reason, for a file that letters cannot be drawn from
 */
export function readFacts(bytes: Uint8Array): FaceFacts {
  const open = openFace('', bytes);
  const face = new Face(new FaceBlob(bytes), 0);
  const codePoints = [...face.collectUnicodes()].sort((a, b) => a - b);
  const visible = codePoints
    .slice(0, probed)
    .some((codePoint) =>
      open.shape(String.fromCodePoint(codePoint)).some(({ glyph }) => open.outline(glyph).length > 0),
    );
  if (!visible) throw new FaceError('This face has no outlines: its letters are pictures, or empty.');
  const nameWith = (id: number): string => plainText(face.getName(id, 'en'));
  return {
    name: nameWith(nameIds.full) || nameWith(nameIds.family),
    axes: open.axes,
    scripts: scriptsIn(open.has),
    features: offeredFeatures([...face.getTableFeatureTags('GSUB'), ...face.getTableFeatureTags('GPOS')]),
    letters: codePoints.length,
    copyright: nameWith(nameIds.copyright),
    licence: nameWith(nameIds.licence),
    licenceAddress: nameWith(nameIds.licenceAddress),
    coverage: stretches(codePoints),
    measures: measureFace(open),
  };
}

const plainText = (text: string): string =>
  text
    .replace(/\p{Cc}+/gu, ' ')
    .trim()
    .slice(0, longest);

function stretches(codePoints: readonly number[]): [number, number][] {
  const out: [number, number][] = [];
  for (const codePoint of codePoints) {
    const last = out.at(-1);
    if (last && codePoint <= last[1] + 1) last[1] = codePoint;
    else out.push([codePoint, codePoint]);
  }
  return out;
}

/** Whether a face has a letter, by its coverage. */
export function covers(coverage: readonly (readonly [number, number])[], codePoint: number): boolean {
  let [low, high] = [0, coverage.length - 1];
  while (low <= high) {
    const middle = (low + high) >> 1;
    if (codePoint < coverage[middle][0]) high = middle - 1;
    else if (codePoint > coverage[middle][1]) low = middle + 1;
    else return true;
  }
  return false;
}
