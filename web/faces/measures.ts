import type { FaceMeasures } from '../../core/type/faceMeasures';
import type { StoredFace } from '../api/faces';

/** One measured property of faces, as it is shown, sorted and charted. */
export interface MeasureName {
  key: keyof FaceMeasures;
  title: string;
  /** What a high value is good for. */
  explains: string;
  /** Sorted so that what is looked for comes first. */
  best: 'high' | 'low';
  /** The value of a full bar. */
  full: number;
}

export const measureNames: readonly MeasureName[] = [
  {
    key: 'inkShare',
    title: 'Holds a picture',
    explains: 'share of the capitals’ box that is ink',
    best: 'high',
    full: 1,
  },
  { key: 'stroke', title: 'Stroke', explains: 'width of a stroke, of the capitals’ height', best: 'high', full: 0.6 },
  {
    key: 'counters',
    title: 'Open counters',
    explains: 'share of white within the letters’ outlines',
    best: 'high',
    full: 0.4,
  },
  { key: 'width', title: 'Width', explains: 'width of a letter, of the capitals’ height', best: 'low', full: 1.5 },
  { key: 'finest', title: 'Finest detail', explains: 'of the capitals’ height', best: 'high', full: 0.4 },
];

export type Sorting = 'name' | keyof FaceMeasures;

/** Faces in an order; those that could not be measured come last. */
export function sorted(faces: readonly StoredFace[], by: Sorting): StoredFace[] {
  const name = measureNames.find(({ key }) => key === by);
  const value = (face: StoredFace): number =>
    face.facts.measures?.[by as keyof FaceMeasures] ?? (name?.best === 'low' ? Infinity : -Infinity);
  const direction = name?.best === 'high' ? -1 : 1;
  return [...faces].sort((a, b) => (name ? direction * (value(a) - value(b)) : 0) || a.name.localeCompare(b.name));
}
