import type { Region } from '../pixels/region';
import { identity, type Affine, type Point } from '../shape/affine';
import type { Path } from '../shape/path';
import type { OpenFace } from './faceBook';

/** One letter (a shaped cluster), kept apart from its neighbours. */
export interface Letter {
  /** Index of its first UTF-16 unit in the text. */
  start: number;
  text: string;
  line: number;
  /** Outline in lettering px, y down. */
  path: Path;
  /** Ink bounds in lettering px; null for a letter without ink, such as a space. */
  bounds: Region | null;
  /** The same before anything bent the plane; left out where nothing did. */
  flatBounds?: Region | null;
  /** CSS colour that takes the place of the ink's; null leaves the ink. */
  colour: string | null;
}

/** Where a caret stands, lettering px. */
export interface Caret {
  foot: Point;
  head: Point;
}

/** One line of a lettering, in lettering px. */
export interface Line {
  /** Index of its first UTF-16 unit in the text. */
  start: number;
  text: string;
  ink: Region | null;
  /** The same before anything bent the plane. */
  flatInk: Region | null;
  /** The caret before each UTF-16 unit, and after the last. */
  carets: Caret[];
}

/** A further drawing of the same letters. */
export interface EchoPlace {
  /** Lettering px to sheet px, in place of the lettering's own. */
  place: Affine;
  /** Fraction. */
  opacity: number;
  /** Width of the line along the edge, lettering px, when only the outline is drawn; null fills the letters. */
  outline: number | null;
  /** CSS colour in place of the ink's; null leaves the ink. */
  colour: string | null;
}

/** A map of the lettering plane that bends it, with the way back. */
export interface PlaneMap {
  /** The same means the same map. */
  key: string;
  forward(point: Point): Point;
  /** The point that comes to lie at `point`, as near as can be found. */
  backward(point: Point): Point;
}

/** A lettering laid out: vector letters and where they stand. */
export interface Letters {
  letters: Letter[];
  /** Those that are painted, where not all are; echoes always show all. */
  drawn?: readonly Letter[];
  lines: Line[];
  /** One em, and the cap height, in lettering px. */
  size: number;
  capHeight: number;
  ink: Region | null;
  /** The ink as the lockup left it, before anything bent the plane. */
  flatInk: Region | null;
  /** Lettering px to sheet px. */
  place: Affine;
  /** What has bent letters, lines and carets already; null where the plane is as the lockup left it. */
  warp: PlaneMap | null;
  /** Further drawings of the same letters, from far to near, all behind the letters themselves. */
  echoes: EchoPlace[];
  /** How the words are read: the face that sets them, and whether they are shown in capitals; null for a shape. */
  reading: { face: OpenFace; upperCase: boolean } | null;
}

/** Nothing laid out yet: what the first pass is given. */
export const noLetters: Letters = {
  letters: [],
  lines: [],
  size: 0,
  capHeight: 0,
  ink: null,
  flatInk: null,
  place: identity,
  warp: null,
  echoes: [],
  reading: null,
};
