/** Plain names of OpenType features that a person may switch, in the order in which they are offered. */
const names: Record<string, string> = {
  kern: 'kerning',
  liga: 'ligatures',
  dlig: 'rare ligatures',
  calt: 'letters that fit their neighbours',
  swsh: 'swashes',
  salt: 'other forms',
  titl: 'forms for titles',
  smcp: 'small capitals',
  c2sc: 'capitals to small capitals',
  case: 'signs at capitals’ height',
  lnum: 'lining figures',
  onum: 'old-style figures',
  tnum: 'figures of one width',
  pnum: 'figures of their own width',
  frac: 'fractions',
  ordn: 'ordinals',
  zero: 'slashed zero',
  sups: 'raised figures',
};

/** Those that are on unless they are switched off. */
export const onByItself = new Set(['kern', 'liga', 'calt']);

/** A feature's plain name; null for one that is no matter of choice, such as the joining of Arabic letters. */
export function featureName(tag: string): string | null {
  const style = /^ss(\d\d)$/.exec(tag);
  return style ? `style set ${Number(style[1])}` : (names[tag] ?? null);
}

/** The features of a face that a person may switch, in the order in which they are offered. */
export function offeredFeatures(tags: readonly string[]): string[] {
  const known = Object.keys(names).filter((tag) => tags.includes(tag));
  return [...known, ...tags.filter((tag) => /^ss\d\d$/.test(tag)).sort()];
}
