import type { z } from 'zod';
import type { BlendMode } from '../kernels/blend/modes';
import type { Picture } from '../pictures/pyramid';
import type { Region } from '../pixels/region';
import type { Node } from '../graph/node';
import type { Affine, Point } from '../shape/affine';
import type { Path } from '../shape/path';
import type { OpenFace } from '../type/faceBook';

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
  /** The point that comes to lie at `point`, as near as can be told. */
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
}

/** What passes are given besides their own part of the document. */
export interface Materials {
  /** @throws Error naming the asset when it is not there */
  picture(asset: string): Picture;
  face(asset: string): OpenFace;
}

/** What letters are painted with besides what is their own. */
export interface PaintScene {
  materials: Materials;
  /** The bare photographs on their sheet. */
  photo: Node;
  /** Sheet px. */
  sheet: { width: number; height: number };
}

/**
 * One layer of a lettering.
 * - `panel` and `echoes` lie behind all letters, and come once.
 * - `letters` come in parts where veils lie over some of them only; so do `outline`s that are laid on by themselves.
 * - `front` stands before the veils that lie over the letters.
 * - `hole`: where it covers, the sheet is seen, without its photographs.
 */
export interface LetteringLayer {
  kind: 'panel' | 'echoes' | 'letters' | 'outline' | 'front' | 'hole';
  node: Node;
  /** How it lies on what is below. */
  mode: BlendMode;
  /** Of `letters` that are openings in something: what is seen in them, cut by the letters' coverage, and what surrounds them, not yet cut. `node` is both together. */
  parts?: { inside: Node; outside: Node };
  /** Of a `front` layer: it is part of the letters' layer too, so where no veil lies nothing is to be added. */
  isRepeated?: boolean;
}

/** A pass over one lettering. `arrange` works on outlines, `paint` on pixels; they run in the order of their lines. */
export interface LetteringPass<Part = never> {
  line: number;
  key: string;
  title: string;
  schema: z.ZodType<Part>;
  arrange?(letters: Letters, part: Part, materials: Materials): Letters;
  /** @param below what the passes before have painted, from far to near */
  paint?(below: readonly LetteringLayer[], letters: Letters, part: Part, scene: PaintScene): LetteringLayer[];
}

/** A pass over the scene: plates and veils. `layers` turns one of its items into nodes by name. */
export interface ScenePass<Item = never, Context = undefined> {
  line: number;
  key: string;
  title: string;
  schema: z.ZodType<Item>;
  layers(item: Item, materials: Materials, context: Context): Record<string, Node>;
}
