/** L*, a*, b* under D50, as measured. */
export type Lab = readonly [number, number, number];

/** A made-up press with its paper. No press of this kind stands anywhere; its figures are of the usual kind. */
export interface Press {
  name: string;
  /** Of the bare paper, and of full inks on it: one, two and three of cyan, magenta and yellow, and black. */
  paper: Lab;
  solids: { c: Lab; m: Lab; y: Lab; cm: Lab; cy: Lab; my: Lab; cmy: Lab; k: Lab };
  /** How much dots grow in the middle of the scale, fraction (tone value increase), of colours and of black. */
  gain: number;
  gainOfBlack: number;
  /** How far light spreads within the paper: 1 not at all (Yule and Nielsen 1951). */
  spread: number;
  /** The most ink that dries, sum of all four, fraction. */
  mostInk: number;
}

export const presses = {
  gloss: {
    name: 'Gloss sheets',
    paper: [95, 1, -4],
    solids: {
      c: [55, -36, -51],
      m: [48, 75, -5],
      y: [89, -4, 93],
      cm: [24, 18, -46],
      cy: [50, -66, 25],
      my: [47, 69, 48],
      cmy: [23, 0, -1],
      k: [16, 0, 0],
    },
    gain: 0.14,
    gainOfBlack: 0.16,
    spread: 1.5,
    mostInk: 3.3,
  },
  matt: {
    name: 'Matt uncoated',
    paper: [94, 2, -6],
    solids: {
      c: [60, -26, -44],
      m: [55, 61, -2],
      y: [87, -2, 71],
      cm: [38, 10, -30],
      cy: [54, -46, 14],
      my: [53, 55, 27],
      cmy: [34, -1, -3],
      k: [31, 1, 1],
    },
    gain: 0.19,
    gainOfBlack: 0.21,
    spread: 1.7,
    mostInk: 3.0,
  },
  news: {
    name: 'Daily paper',
    paper: [82, 0, 4],
    solids: {
      c: [57, -23, -27],
      m: [53, 48, 0],
      y: [79, -4, 58],
      cm: [41, 7, -21],
      cy: [53, -33, 17],
      my: [51, 42, 24],
      cmy: [38, 0, 1],
      k: [36, 1, 4],
    },
    gain: 0.26,
    gainOfBlack: 0.27,
    spread: 1.9,
    mostInk: 2.4,
  },
} as const satisfies Record<string, Press>;

export type PressName = keyof typeof presses;
export const pressNames = Object.keys(presses) as [PressName, ...PressName[]];
