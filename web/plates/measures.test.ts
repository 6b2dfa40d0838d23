import type { Survey } from '../../core/survey';
import type { StoredAsset } from '../api/files';
import { plateFilters, sortedPlates } from './measures';

const plate = (name: string, survey: Partial<Survey>) => ({
  plate: { name, sha256: name, width: 100, height: 100 } as StoredAsset,
  survey,
});
const calm = (share: number): Partial<Survey> => ({
  calm: { share, places: [], unrest: { width: 1, height: 1, values: [0] }, confidence: 1 },
});

test('the calmest comes first, what is not known last, and equals by name', () => {
  const plates = [plate('d', {}), plate('b', calm(0.2)), plate('a', calm(0.9)), plate('c', {})];
  expect(sortedPlates(plates, 'calm').map((one) => one.plate.name)).toEqual(['a', 'b', 'c', 'd']);
  expect(sortedPlates(plates, 'name').map((one) => one.plate.name)).toEqual(['a', 'b', 'c', 'd']);
});

test('a plate that is still being measured is left out by no filter', () => {
  for (const { keeps } of plateFilters) expect(keeps({})).toBe(true);
  expect(plateFilters.find(({ key }) => key === 'calm')!.keeps(calm(0.1))).toBe(false);
});
