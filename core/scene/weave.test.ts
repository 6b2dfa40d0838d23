import fc from 'fast-check';
import { layingRuns, veilsOver, wovenParts, type Weaving } from './weave';

const weaving = (weave: Weaving['weave'] = []): Weaving => ({
  depth: ['far', 'word', 'jar', 'kite'],
  veils: [{ id: 'far' }, { id: 'jar' }, { id: 'kite' }],
  weave,
});
const letters = [0, 1, 2, 3].map((start) => ({ start }));

test('without a turned crossing the nearer veils lie over all letters, from far to near', () => {
  expect(wovenParts(weaving(), 'word', letters)).toEqual([{ letters, over: ['jar', 'kite'] }]);
});

test('a turned crossing takes one veil off one letter, or lays a farther one over it', () => {
  const woven = weaving([
    { veil: 'jar', lettering: 'word', at: 1, over: false },
    { veil: 'far', lettering: 'word', at: 3, over: true },
  ]);
  expect(veilsOver(woven, 'word', 1)).toEqual(['kite']);
  expect(veilsOver(woven, 'word', 3)).toEqual(['far', 'jar', 'kite']);
  expect(veilsOver(woven, 'other', 1)).toEqual(['far', 'jar', 'kite']);
});

test('the parts hold every letter once, each with the veils that lie over it', () => {
  const crossing = fc.record({
    veil: fc.constantFrom('far', 'jar', 'kite'),
    lettering: fc.constant('word'),
    at: fc.integer({ min: 0, max: 3 }),
    over: fc.boolean(),
  });
  fc.assert(
    fc.property(fc.array(crossing, { maxLength: 12 }), (weave) => {
      const woven = weaving(weave);
      const parts = wovenParts(woven, 'word', letters);
      expect(
        parts
          .flatMap((part) => part.letters)
          .map(({ start }) => start)
          .sort(),
      ).toEqual([0, 1, 2, 3]);
      for (const { letters: some, over } of parts)
        for (const { start } of some) expect(over).toEqual(veilsOver(woven, 'word', start));
    }),
  );
});

test('veils of one plate are laid on a letter with the nearest first; a graft keeps its place between them', () => {
  const veil = (id: string, plate: string, graft: boolean) => ({ id, photograph: graft ? null : plate });
  const runs = layingRuns([
    veil('far', 'p', false),
    veil('near', 'p', false),
    veil('graft', 'p', true),
    veil('front', 'p', false),
    veil('other', 'q', false),
  ]);
  expect(runs.map((run) => run.map(({ id }) => id))).toEqual([['near', 'far'], ['graft'], ['front'], ['other']]);
});
