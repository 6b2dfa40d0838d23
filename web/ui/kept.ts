/** A choice of the person that outlives a reload; where the browser keeps nothing, only this page. */
export function keptChoice(name: string, first: () => boolean): { kept: boolean } {
  const storage = typeof localStorage === 'undefined' ? null : localStorage;
  let here: boolean | null = null;
  return {
    get kept(): boolean {
      const stored = storage?.getItem(name);
      return here ?? (stored ? stored === 'on' : first());
    },
    set kept(value: boolean) {
      here = value;
      storage?.setItem(name, value ? 'on' : 'off');
    },
  };
}

/** Small screens begin with the gauges folded. */
export const foldedGauges = keptChoice(
  'inky-veil-gauges-folded',
  () => typeof window !== 'undefined' && window.innerWidth < 1150,
);
