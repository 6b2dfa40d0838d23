/** The limits printers work with, pixels per inch: wished for, accepted, the floor. */
export const ppiLimits = { wished: 300, accepted: 200, floor: 150 };

/** Thinnest line that offset printing keeps when it is knocked out of a picture, mm: half a point, rounded up. */
export const thinnestPrinted = 0.18;
