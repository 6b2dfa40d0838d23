import { isClean, weightOf } from './flags';
import { flagsOf, type Standing } from './measure';

describe('what is told of a row', () => {
  const design: Standing = {
    left: 0.45,
    contrast: 40,
    misread: 3,
    inside: ['l'],
    bare: 0,
    ppi: { p: 300, q: 120 },
    clear: { l: 0 },
    kept: [{ mark: 'm', says: 'face', hidden: 0 }],
  };
  const told = (change: Partial<Standing>): string[] =>
    flagsOf(design, { ...design, ...change }, { nameOf: (id) => id.toUpperCase(), slotOf: () => null }).map(
      ({ weight, about }) => `${weight} ${about}`,
    );

  test('a row that stands as the design does is clean, whatever the design is like', () => {
    expect(told({})).toEqual([]);
    expect(told({ left: 0.42, contrast: 37, ppi: { p: 260, q: 120 } })).toEqual([]);
    // What is better than the design is no reason to look.
    expect(told({ left: 1, contrast: 90, misread: 0 })).toEqual([]);
  });

  test('what is worse is told, and what cannot be printed stops it', () => {
    expect(told({ left: 0.2 })).toEqual(['look legibility']);
    expect(told({ misread: 4 })).toEqual(['look misreading']);
    expect(told({ contrast: 12 })).toEqual(['look contrast']);
    expect(told({ inside: [] })).toEqual(['stop off the sheet']);
    expect(told({ bare: 0.1 })).toEqual(['stop uncovered']);
    expect(told({ clear: { l: 0.3 } })).toEqual(['look uncovered']);
    expect(told({ ppi: { p: 180, q: 120 } })).toEqual(['look ppi']);
    expect(told({ ppi: { p: 70, q: 120 } })).toEqual(['stop ppi']);
    expect(told({ kept: [{ mark: 'm', says: 'face', hidden: 0.5 }] })).toEqual(['look keep point']);
  });

  test('one stop weighs more than any few looks, and notes are clean', () => {
    const flag = (weight: 'stop' | 'look' | 'note') => ({ weight, about: '', slot: null, says: '' });
    expect(weightOf([flag('stop')])).toBeGreaterThan(
      weightOf([flag('look'), flag('look'), flag('look'), flag('note')]),
    );
    expect(isClean([flag('note')])).toBe(true);
    expect(isClean([flag('note'), flag('look')])).toBe(false);
  });
});
