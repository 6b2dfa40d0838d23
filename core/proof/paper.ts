/** mm of paper to one px at a ppi. */
export const mmPerPixel = (ppi: number): number => 25.4 / ppi;

/** A credit card is so wide everywhere (ISO/IEC 7810), mm: a screen is measured by it. */
export const cardWidth = 85.6;
