import type { Reach } from '../light/casting/solid';
import type { z } from 'zod';
import type { CoatScene } from '../coats/scene';
import type { Evaluator } from '../graph/evaluate';
import type { Materials } from '../graph/materials';
import type { Node } from '../graph/node';
import type { BlendMode } from '../kernels/blend/modes';
import type { Lamp } from '../light/lamp';
import type { Size } from '../pixels/region';
import type { ScenePlane } from '../shape/scenePlane';
import type { Letter, Letters } from '../type/letters';

/** What a file of a piece is used as. `front`: the colours of a solved edge, with its band as alpha. */
export type AssetKind = 'plate' | 'matte' | 'front' | 'face';

/** A file that a part of the document uses, by its key into the piece's assets. */
export interface AssetUse {
  key: string;
  kind: AssetKind;
  /** Who uses it, as a sentence begins: `The veil "jar"`. Letterings are named by whoever asks. */
  who?: string;
}

/** Items of a piece that others may point at. */
export type ItemKind = 'plate' | 'lettering' | 'veil' | 'grade' | 'plane' | 'glow' | 'mark';

/** A part of the document that points at another item. */
export interface Link {
  kind: ItemKind;
  id: string;
  /** What is wrong when that is not there, as a sentence. */
  problem: string;
}

/** What a new lettering is made for. */
export interface NewLettering {
  text: string;
  sheet: Size;
}

/** How the words of a lettering were changed, and what becomes of items that stand at its letters. */
export interface Retyping {
  lettering: string;
  before: string;
  after: string;
  /**
   * Items by the letters' first UTF-16 units, brought over to the new text; those at letters that are gone are left
   * out.
   */
  keep<Item extends { at: number }>(items: readonly Item[]): Item[];
}

/**
 * What a pass owns of the document: one field of each lettering, or one of the piece.
 * Functions that are given a draft change it in place.
 */
export interface PassDocument<Part> {
  /** With its default, where older pieces may leave the field out. */
  schema: z.ZodType<Part>;
  /** The field of a new lettering, or of a new piece. */
  plain(made: NewLettering): Part;
  /** The field where nothing is done, for a look without it; `plain` when left out. */
  empty?(): Part;
  /** The field in the words of the format's documentation (Markdown). */
  describes: string;
  assets?(part: Part): AssetUse[];
  links?(part: Part): Link[];
  /** A field that lists items with ids of their own; those `inDepth` stand on the depth line. */
  lists?: { kind: ItemKind; inDepth?: boolean };
  /** Takes out what points at items that are gone. @param gone their ids */
  without?(draft: Part, isGone: (id: string) => boolean): Part;
  /** When the words of a lettering change. */
  retyped?(draft: Part, retyping: Retyping): void;
  /** When the sheet takes another size and the design goes along: whatever is in sheet px. */
  resized?(draft: Part, resizing: Resizing): void;
}

/** How a part of the design goes along with the sheet: scaled, and every point to a new place; sheet px. */
export interface GoingAlong {
  factor: number;
  at(point: readonly [number, number]): [number, number];
}

/** A sheet that takes another size. Photographs that cover it cover it again; all else is scaled as far as it fits. */
export interface Resizing {
  design: GoingAlong;
  /** Of the photograph that lies farthest: what is as sharp and as grainy as it goes by its scale. Left out: the design's. */
  photograph?: GoingAlong;
  /** Of a photograph, and of what belongs to it. @param id of the plate */
  plate(id: string): GoingAlong;
}

/**
 * Where a layer of a lettering lies: behind its letters, with them, before the veils over them, or as a hole down to
 * the bare sheet.
 */
export type LayerPlace = 'behind' | 'with' | 'beforeVeils' | 'hole';

/** One layer of a lettering, or of another item on the depth line. */
export interface Layer {
  /** What it shows, such as `ink` or `outline rim`. */
  name: string;
  node: Node;
  /** How it lies on what is below. */
  mode: BlendMode;
  /**
   * Whether it is mixed with what is below in encoded values, as inks are, or in linear light, as shadows and lamps
   * are.
   */
  mixing: 'encoded' | 'linear';
  place: LayerPlace;
  /**
   * It comes once for the whole lettering; otherwise once for each part of the letters that the same veils lie over.
   */
  once: boolean;
  /**
   * Of letters with something around them, such as outlines, or the panel that they are openings in: what is seen in
   * them, cut by their coverage, and what surrounds them, not yet cut. `node` is both together.
   */
  parts?: { inside: Node; outside: Node };
  /**
   * Of what has taken to a surface: as it was before, and how it takes. The surface has been photographed already, so a
   * lens blurs what is laid on, and not what of the surface comes through.
   */
  taken?: { before: Node; by(node: Node): Node };
  /** It lies on what is behind the letters, such as their shadow: what is done to letters is not done to it. */
  isCast?: boolean;
  /** A node that covers the same, and is read with less work than `node`: for what asks for coverage alone. */
  covers?: Node;
  /** Of a layer before veils: it is part of one below them too, so where no veil lies nothing is to be added. */
  isRepeated?: boolean;
  /** Fraction; 1 when left out. */
  strength?: number;
}

/** A layer with the usual answers: in encoded values, with the letters, for each woven part. */
export const layer = (name: string, node: Node, more: Partial<Omit<Layer, 'name' | 'node'>> = {}): Layer => ({
  name,
  node,
  mode: 'normal',
  mixing: 'encoded',
  place: 'with',
  once: false,
  ...more,
});

/** The one true coverage: where letters are after all passes so far. One channel. */
export interface Cover {
  /** Of all letters that are painted. */
  all: Node;
  of(letters: readonly Letter[]): Node;
}

/** A lettering as painted so far. */
export interface Painted {
  /** From far to near. */
  layers: readonly Layer[];
  cover: Cover;
  /** How far back solid letters reach; null or left out for flat ones. */
  reach?: Reach | null;
}

/** What letters are painted with besides what is their own. */
export interface PaintScene extends CoatScene {
  /** The light source of the piece; null where everything has a light of its own. */
  lamp: Lamp | null;
  /** A plane of the photograph, as the camera sees it; null where there is none, or its lines tell none. */
  plane(id: string): ScenePlane | null;
  /** The photographs as they are graded, without letters and without veils before these: what the letters lie on. */
  surface: Node;
}

/** A pass over one lettering. `arrange` works on outlines, `paint` on pixels; they run in the order of their lines. */
export interface LetteringPass<Part = unknown, Measured = unknown, Look = unknown> {
  line: number;
  title: string;
  document: PassDocument<Part>;
  arrange?(letters: Letters, part: Part, materials: Materials): Letters;
  paint?(painted: Painted, letters: Letters, part: Part, scene: PaintScene): Painted;
  /** After all passes have painted: how the layers lie together. */
  join?(layers: readonly Layer[], part: Part): readonly Layer[];
  /** What its gauges show. */
  measure?(letterings: readonly MeasuredLettering<Part>[], scene: MeasureScene): Promise<Measured>;
  /** What is seen only while it is worked on, behind the letters. */
  show?(letters: Letters, part: Part, look: Look, scene: PaintScene): Layer | null;
}

/** Fields of the piece that a pass owns, by name. */
export type Fields = Readonly<Record<string, PassDocument<unknown>>>;
export type PartsOf<F> = { -readonly [Name in keyof F]: F[Name] extends PassDocument<infer Part> ? Part : never };

/** Where a photograph lies: sheet px = its own px * scale + (x, y); and its key into the piece's assets. */
export interface PhotographPlace {
  scale: number;
  x: number;
  y: number;
  asset: string;
}

/** A photograph on the sheet. */
export interface Photograph {
  id: string;
  place: PhotographPlace;
  node: Node;
}

/** Something seen through a matte. */
export interface Cutout {
  /** Opaque colour, meaningful where the matte is above 0. */
  front: Node;
  matte: Node;
}

/** A item that stands over letters farther off. */
export interface Veiling extends Cutout {
  id: string;
  /** The photograph whose own pixels it shows in their own place; null for one that is brought there from elsewhere. */
  photograph: string | null;
  /** What it throws on letters. */
  shadow: Cutout | null;
  /** It lies on the photographs too, not on letters alone; and what it throws there. */
  laidOn: { shadow: Cutout | null } | null;
}

/** What passes over the picture work with. */
export interface PictureScene {
  materials: Materials;
  sheet: Size;
  photographs: ReadonlyMap<string, Photograph>;
  /** Coverage of a lettering's letters; null where there is no such lettering. */
  coverOf(lettering: string): Node | null;
  /** Of what is seen of the photographs in each px beside a lettering's ink and outlines: the part within its letters. */
  seenWithin(lettering: string): Node | null;
  matteOf(veil: string): Node | null;
  /** Whose pixels a veil shows in their own place; null for one that is brought there from elsewhere. */
  photographOf(veil: string): string | null;
  /** Where a photograph is seen, beside nearer ones: one channel; null where there is no such photograph. */
  seenOf(plate: string): Node | null;
  /** What shadows obey; null where each has a light of its own. */
  lamp: Lamp | null;
}

/** What else a item on the depth line paints, besides veiling. */
export interface DepthItem {
  id: string;
  /** @param below all that stands farther off, as it will be seen */
  layers(below: Node): readonly Layer[];
}

/**
 * A pass over the picture. Passes of one stage run in the order of their lines:
 * `ground` makes and changes the photographs, `items` are items on the depth line.
 */
export interface PicturePass<F extends Fields = Fields, Measured = unknown, Look = unknown> {
  line: number;
  title: string;
  stage?: 'ground' | 'items';
  documents: F;
  /** Of `ground`: what lies on the sheet, from far to near. */
  photographs?(parts: PartsOf<F>, materials: Materials): Photograph[];
  /** What the photographs on the sheet become once it is known what has been cut from them. */
  stand?(photographs: Node, parts: PartsOf<F>, scene: StandScene): Node;
  /** Of `ground`. @param veil whose own colours `below` is; null for the photographs */
  paint?(below: Node, parts: PartsOf<F>, scene: PictureScene, veil: string | null): Node;
  /** What it changes of a lettering when all passes over letterings have painted it. */
  letters?(painted: Painted, lettering: string, parts: PartsOf<F>): Painted;
  /** What it lays over the whole picture; in the order of the lines. */
  finish?(picture: Node, parts: PartsOf<F>, scene: PictureScene): Node;
  /** Of `items`: what stands over letters. */
  veilings?(parts: PartsOf<F>, scene: PictureScene): Veiling[];
  /** Of `items`: what else stands on the depth line. */
  depthItems?(parts: PartsOf<F>, scene: PictureScene): DepthItem[];
  measure?(
    parts: PartsOf<F>,
    letterings: readonly MeasuredLettering<unknown>[],
    scene: MeasureScene,
  ): Promise<Measured>;
  /** Another way to look at the picture while it is worked on. */
  show?(picture: Node, parts: PartsOf<F>, look: Look, scene: ShowScene<PartsOf<F>>): Node;
}

/** What photographs stand with. */
export interface StandScene {
  materials: Materials;
  sheet: Size;
  lamp: Lamp | null;
  /** The sheet with nothing on it. */
  bareSheet: Node;
  /** From far to near. */
  photographs: readonly Photograph[];
  /** What has been cut, as it is before it is graded. */
  veilings: readonly Veiling[];
}

/** What a pass may look at to show its work. */
export interface ShowScene<Parts> {
  cutoutOf(veil: string): Cutout | null;
  /** The same picture with other parts of this pass. */
  again(parts: Partial<Parts>): Node;
}

/** A lettering as gauges see it. */
export interface MeasuredLettering<Part> {
  id: string;
  part: Part;
  letters: Letters;
  painted: Painted;
  /** As it was before passes over the picture changed it. */
  ungraded: Painted;
  /** Ids of the veils over a letter, by its first UTF-16 unit. */
  over(at: number): string[];
  /** What its letters lie on: the photographs, without the veils that stand before it. */
  surface: Node;
}

/** What gauges are measured in. */
export interface MeasureScene {
  materials: Materials;
  /** With its px per inch of paper. */
  sheet: Size & { ppi: number };
  /** Output px per sheet px: gauges look at a small picture. */
  scale: number;
  evaluator: Evaluator;
  /** The bare photographs, and as they are graded. */
  photo: Node;
  behind: Node;
  bareSheet: Node;
  lamp: Lamp | null;
  mattes: ReadonlyMap<string, Node>;
  /** Veils as they are before they are graded. */
  veils: ReadonlyMap<string, Cutout>;
  /** Where each photograph is seen, beside nearer ones: one channel. */
  seenPhotographs: ReadonlyMap<string, Node>;
  /** The finished picture, and as it is with nothing on line 9. */
  picture: Node;
  ungraded(): Node;
  /** A lettering laid on the graded photographs without the veils over it. */
  unveiled(painted: Painted): Node;
}

/** One layer changed, with its parts. */
export const mapLayer = (one: Layer, change: (node: Node) => Node): Layer => ({
  ...one,
  node: change(one.node),
  ...(one.covers && { covers: change(one.covers) }),
  ...(one.taken && { taken: { ...one.taken, before: change(one.taken.before) } }),
  ...(one.parts && { parts: { inside: change(one.parts.inside), outside: change(one.parts.outside) } }),
});

/** One layer as a lens sees it: what of a surface comes through it stays as it is. @param change what the lens does */
export function lensed(one: Layer, change: (node: Node) => Node): Layer {
  const seen = mapLayer(one, change);
  return seen.taken ? { ...seen, node: seen.taken.by(seen.taken.before) } : seen;
}

/** Every layer changed alike, with its parts, and the coverage with them: for what moves or blurs pixels. */
export function mapLayers({ layers, cover }: Painted, change: (node: Node) => Node): Painted {
  return {
    layers: layers.map((one) => mapLayer(one, change)),
    cover: { all: change(cover.all), of: (letters) => change(cover.of(letters)) },
  };
}
