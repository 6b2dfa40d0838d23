/** The limits printers work with, pixels per inch: wished for, accepted, the floor. */
export const ppiLimits = { wished: 300, accepted: 200, floor: 150 };

/** Letters that are lower than this fill in on paper, and lines in ink that are thinner (a quarter point) break, mm. */
export const [lowestPrinted, hairline] = [1.2, 0.09];

/** Thinnest line that offset printing keeps when it is knocked out of a picture, mm: half a point, rounded up. */
export const thinnestPrinted = 0.18;
