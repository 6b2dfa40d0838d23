/** Text as it is searched for: without its case and its accents. */
export const folded = (text: string): string => text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();
