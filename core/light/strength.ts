/**
 * The light that is left in a shadow when the lamp that throws it shines more or less than in the photograph: what comes
 * from all around stays. @param left fraction of the light, in the photograph's own lamp @param strength of the lamp, 1 as
 * in the photograph
 */
export const leftUnder = (left: number, strength: number): number => {
  const all = left + strength * (1 - left);
  return all > 0 ? left / all : 1;
};
