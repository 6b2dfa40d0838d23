import type { Piece } from '../../core/piece/schema';
import type { Recipe } from '../../core/recipes/recipe';
import type { Flag } from '../../core/runs/flags';
import type { Own } from '../../core/runs/own';
import type { RunPicture } from '../../core/runs/pictures';
import type { RowValues, Slot } from '../../core/runs/slots';
import type { CaseFace } from '../../core/type/fallback';
import type { FileSettings } from '../../core/formats/settings';
import type { PictureShapes } from '../render/fileLibrary';

/** What all rows of a run are made from. */
export interface RunDesign {
  /** The same for the same design. */
  key: string;
  dataFolder: string;
  buildFolder: string;
  piece: Piece;
  slots: Slot[];
  shapes: PictureShapes;
  faces: CaseFace[];
}

/** One row, and what its values name. */
export interface RowOrder {
  values: RowValues;
  /** By the value that names it; a sentence where there is none. */
  pictures: Record<string, RunPicture | string>;
  recipes: Record<string, Recipe>;
  /** What was done to it by hand. */
  own: Own;
  /** Of the pictures in `pictures` and `recipes`. */
  shapes: PictureShapes;
}

export type RunOrder =
  | { kind: 'design'; design: RunDesign }
  /** Fills a row, without what was done to it by hand. @see RowFilled */
  | { kind: 'fill'; row: RowOrder }
  /** Solves and measures a row, and draws it small. @see RowSolved */
  | { kind: 'solve'; row: RowOrder; picture: string }
  /** Makes a row's file. */
  | {
      kind: 'make';
      row: RowOrder;
      out: string;
      scratch: string;
      side: number | null;
      settings: Omit<FileSettings, 'ppi'>;
    };

export interface RowSolved {
  flags: Flag[];
}

export interface RowFilled {
  piece: Piece;
}

export type RunAnswer = { result: RowSolved | RowFilled | null } | { problem: string };
