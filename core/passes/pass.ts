import type { z } from 'zod';
import type { Picture } from '../pixels/pyramid';
import type { Region } from '../pixels/region';
import type { Node } from '../render/node';
import type { Affine } from '../shape/affine';
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
}

/** One line of a lettering, in lettering px. */
export interface Line {
  /** Index of its first UTF-16 unit in the text. */
  start: number;
  text: string;
  baseline: number;
  left: number;
  width: number;
  ink: Region | null;
  /** x of the caret before each UTF-16 unit, and after the last. */
  carets: number[];
}

/** A lettering laid out: vector letters and where they stand. */
export interface Letters {
  letters: Letter[];
  lines: Line[];
  /** Cap height in lettering px. */
  capHeight: number;
  ink: Region | null;
  /** Lettering px to sheet px. */
  place: Affine;
}

/** What passes are given besides their own part of the document. */
export interface Materials {
  /** @throws Error naming the asset when it is not there */
  picture(asset: string): Picture;
  face(asset: string): OpenFace;
}

/** A pass over one lettering. `arrange` works on outlines, `paint` on pixels; they run in the order of their lines. */
export interface LetteringPass<Part = never> {
  line: number;
  key: string;
  title: string;
  schema: z.ZodType<Part>;
  arrange?(letters: Letters, part: Part, materials: Materials): Letters;
  paint?(below: Node | null, letters: Letters, part: Part): Node;
}

/** A pass over the scene: plates and veils. `layers` turns one of its items into nodes by name. */
export interface ScenePass<Item = never, Context = undefined> {
  line: number;
  key: string;
  title: string;
  schema: z.ZodType<Item>;
  layers(item: Item, materials: Materials, context: Context): Record<string, Node>;
}
