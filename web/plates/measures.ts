import type { Survey } from '../../core/survey';
import type { StoredAsset } from '../api/files';
import type { ChartAxis } from '../ui/PointsChart';

/** A photograph with what is known of it. */
export interface SurveyedPlate {
  plate: StoredAsset;
  survey: Partial<Survey>;
}

/** One measure by which plates are sorted, charted and compared. */
export interface PlateMeasure extends ChartAxis {
  key: string;
  /** Which end comes first when plates are sorted by it. */
  first: 'high' | 'low';
  of(survey: Partial<Survey>, plate: StoredAsset): number | null;
}

const percent = (value: number): string => `${Math.round(value * 100)} %`;
const px = (value: number): string => `${value < 10 ? value.toFixed(1) : Math.round(value)} px`;

export const plateMeasures: readonly PlateMeasure[] = [
  {
    key: 'calm',
    title: 'Calm',
    explains: 'share that would take words',
    first: 'high',
    written: percent,
    of: ({ calm }) => calm?.share ?? null,
  },
  {
    key: 'even',
    title: 'Unevenness',
    explains: 'stops between its dark and its light parts',
    first: 'low',
    written: (value) => `${value.toFixed(1)} stops`,
    of: ({ evenness }) => evenness?.stops ?? null,
  },
  {
    key: 'detail',
    title: 'Size of its things',
    explains: 'from light to dark and back',
    first: 'low',
    written: px,
    of: ({ detail }) => detail?.size ?? null,
  },
  {
    key: 'softness',
    title: 'Edge softness',
    explains: 'half of its edges are sharper',
    first: 'low',
    written: px,
    of: ({ focus }) => (focus && focus.edges > 0 ? focus.usual : null),
  },
  {
    key: 'grain',
    title: 'Grain',
    explains: 'of 255 steps',
    first: 'low',
    written: (value) => value.toFixed(1),
    of: ({ grain }) => (grain && grain.confidence > 0.1 ? grain.sigma : null),
  },
  {
    key: 'light',
    title: 'Light known',
    explains: 'how sure its direction is',
    first: 'high',
    written: percent,
    of: ({ light }) => light?.confidence ?? null,
  },
  {
    key: 'size',
    title: 'Megapixels',
    explains: 'width times height',
    first: 'high',
    written: (value) => value.toFixed(1),
    of: (_, { width, height }) => ((width ?? 0) * (height ?? 0)) / 1e6,
  },
];

/** Ways to leave some plates out. */
export const plateFilters: readonly { key: string; title: string; keeps(survey: Partial<Survey>): boolean }[] = [
  { key: 'all', title: 'All', keeps: () => true },
  { key: 'calm', title: 'With room for words', keeps: ({ calm }) => !calm || calm.places.length > 0 },
  { key: 'even', title: 'Evenly lit', keeps: ({ evenness }) => !evenness || evenness.stops < 1 },
  { key: 'light', title: 'Light is known', keeps: ({ light }) => !light || light.confidence > 0.5 },
  { key: 'plane', title: 'With a plane', keeps: ({ planes }) => !planes || planes.planes.length > 0 },
];

/** Plates in an order; what is not known of a plate comes last. */
export function sortedPlates(plates: readonly SurveyedPlate[], by: string): SurveyedPlate[] {
  const measure = plateMeasures.find(({ key }) => key === by);
  const value = ({ survey, plate }: SurveyedPlate): number => {
    const own = measure?.of(survey, plate) ?? null;
    if (own === null) return Infinity;
    return measure?.first === 'high' ? -own : own;
  };
  return [...plates].sort((a, b) => {
    const [first, second] = measure ? [value(a), value(b)] : [0, 0];
    // Two that are unknown stay as they are: infinity less infinity is no number.
    return (first === second ? 0 : first - second) || a.plate.name.localeCompare(b.plate.name);
  });
}
