import { middleOf, type Region, type Size } from '../pixels/region';
import type { Lettering } from '../piece/schema';
import type { PieceSize } from '../piece/sizeSchema';
import type { Point } from '../shape/affine';
import { onFirst, similarity } from '../sizes/similarity';
import type { Block } from './block';
import { cropAt, cropped, cropScales, type Crop, type CropScene } from './crops';

/** One way to bring the design to a size. */
export interface Candidate {
  block: Block | null;
  crop: Crop;
  /** How the block goes to the other sheet: its scale, and where its middle comes to lie. */
  scale: number;
  middle: Point;
}

export interface CandidateScene extends CropScene {
  /** The design as it is comes first. */
  blocks: readonly Block[];
  /** Where the eye goes: words and keep points, px of the first sheet. */
  interest: Region;
  /** Around all keep points; null where there are none. */
  keeps: Region | null;
  /** The part of the other sheet that is safe, px. */
  safe: Region;
  /** Words that lie on what the photograph shows go with it alone. */
  isPinned: boolean;
  /** There is no photograph. */
  isBare: boolean;
  /** Nothing is to be minded beside the words: they need not leave the middle. */
  isFree: boolean;
}

/** A shadow on the ground, or on a plane of the photograph, has its place there; one on the wall behind goes along. */
const isThrownThere = (thrown: Lettering['casts']['thrown']): boolean =>
  thrown !== null && (thrown.onto === 'ground' || thrown.plane !== null);

/** Words that lie in a plane of the photograph, or throw a shadow on its ground. */
export const isPinned = ({ stance, drape, casts }: Lettering): boolean =>
  stance.perspective !== null ||
  drape.plane !== null ||
  casts.foot !== null ||
  isThrownThere(casts.thrown) ||
  casts.mirrored !== null;

/** Where the eye's place may come to lie, as a part of the sheet; null: where it lies on the first. */
const placesOfInterest = [null, 0.35, 0.65];
/** And where what must be kept may, where not all of it can be in the middle. */
const placesOfKeeps = [0.2, 0.5, 0.8];

/** Crops that uncover nothing. */
export function cropsFor(scene: CandidateScene): Crop[] {
  const { sheet, size, interest, keeps } = scene;
  const crops: Crop[] = [];
  const show = (scale: number, box: Region, place: number | null): void => {
    const [x, y] = middleOf(box);
    const wanted: Point = [(place ?? x / sheet.width) * size.width, (place ?? y / sheet.height) * size.height];
    const crop = cropAt(scene, scale, [x, y], wanted);
    if (!crops.some((one) => isSameCrop(one, crop, size))) crops.push(crop);
  };
  // Where no photograph is cropped, one way to see the bare sheet is as good as another.
  if (scene.isBare) {
    show(cropScales(scene)[0], interest, null);
    return crops;
  }
  for (const scale of cropScales(scene)) {
    for (const place of placesOfInterest) show(scale, interest, place);
    if (keeps) for (const place of placesOfKeeps) show(scale, keeps, place);
  }
  return crops;
}

const isSameCrop = (a: Crop, b: Crop, { width, height }: Size): boolean =>
  Math.abs(Math.log(a.scale / b.scale)) < 0.01 &&
  Math.abs(a.x - b.x) < 0.01 * width &&
  Math.abs(a.y - b.y) < 0.01 * height;

/** Words keep this part of the safe area's shorter side between them and its edge. */
const breathing = 0.04;
/** Of the safe area's height, words that were less fill at most so much. */
const tallest = 0.6;
/** Words by themselves stand in so many places across and down, in these parts of the largest size that fits. */
const [across, down] = [5, 9];
const scales = [1, 0.85, 0.7];

/** Everything that is worth looking at for one crop: words with the photograph, and in places of the sheet. */
export function* candidatesFor(scene: CandidateScene, crop: Crop): Generator<Candidate> {
  const [plain] = scene.blocks;
  if (!plain) return void (yield { block: null, crop, scale: crop.scale, middle: [0, 0] });
  yield { block: plain, crop, scale: crop.scale, middle: middleOf(cropped(crop, plain.box)) };
  if (scene.isPinned) return;
  const room = roomIn(scene);
  for (const block of scene.blocks) {
    const largest = largestIn(scene, block, room);
    // As large as in the photograph, where there is room for that.
    for (const scale of new Set([...scales.map((part) => largest * part), Math.min(largest, crop.scale)]))
      yield* placesOf(block, crop, scale, room, scene.isFree);
  }
}

/** The part of the sheet that words may fill. */
function roomIn({ safe: { x, y, width, height } }: CandidateScene): Region {
  const margin = breathing * Math.min(width, height);
  return { x: x + margin, y: y + margin, width: width - 2 * margin, height: height - 2 * margin };
}

function largestIn({ sheet }: CandidateScene, { box }: Block, room: Region): number {
  const high = Math.max(tallest, Math.min(1, box.height / sheet.height / 0.8));
  return Math.min(room.width / box.width, (room.height * high) / box.height);
}

function* placesOf(block: Block, crop: Crop, scale: number, room: Region, isFree: boolean): Generator<Candidate> {
  const [free, below] = [room.width - block.box.width * scale, room.height - block.box.height * scale];
  const [left, top] = [room.x + (block.box.width * scale) / 2, room.y + (block.box.height * scale) / 2];
  const columns = isFree || free < room.width * 0.05 ? [0.5] : steps(across);
  for (const column of columns)
    for (const row of steps(down))
      yield { block, crop, scale, middle: [left + column * free, top + row * Math.max(0, below)] };
}

const steps = (count: number): number[] => Array.from({ length: count }, (_, i) => i / (count - 1));

/** Whether the words go with the crop as all else does. */
export function isAlong({ block, crop, scale, middle }: Candidate, { width, height }: Size): boolean {
  if (!block) return true;
  const [x, y] = middleOf(cropped(crop, block.box));
  return (
    Math.abs(scale / crop.scale - 1) < 1e-6 &&
    Math.abs(x - middle[0]) < width * 1e-4 &&
    Math.abs(y - middle[1]) < height * 1e-4
  );
}

/** What a new size is to be: everything but its arrangement. */
export type WantedSize = Pick<PieceSize, 'id' | 'name' | 'width' | 'height' | 'ppi' | 'safe' | 'out'>;

/** A candidate as a size. */
export function asSize(candidate: Candidate, wanted: WantedSize): PieceSize {
  const { block, crop, scale, middle } = candidate;
  const size: PieceSize = { ...wanted, crop, letterings: {}, plates: {} };
  if (!block) return size;
  const [x, y] = middleOf(block.box);
  const way = similarity({ ...onFirst, x, y }, { ...onFirst, x: middle[0], y: middle[1], scale });
  const goesAlong = isAlong(candidate, wanted);
  for (const { id, own, stance } of block.letterings) {
    const at = way.at([stance.x, stance.y]);
    const place = { x: at[0], y: at[1], rotation: stance.rotation, scale: stance.scale * scale, keeping: null };
    const made = { ...own, ...(!goesAlong && { place }) };
    if (Object.keys(made).length > 0) size.letterings[id] = made;
  }
  return size;
}

/** Where a box of the block comes to lie on the other sheet. */
export function placedBox({ block, scale, middle }: Candidate, box: Region): Region {
  const [x, y] = middleOf(block!.box);
  return {
    x: middle[0] + (box.x - x) * scale,
    y: middle[1] + (box.y - y) * scale,
    width: box.width * scale,
    height: box.height * scale,
  };
}

/** The safe part of a sheet. */
export const safePart = ({ width, height }: Size, [top, right, bottom, left]: PieceSize['safe']): Region => ({
  x: left,
  y: top,
  width: Math.max(1, width - left - right),
  height: Math.max(1, height - top - bottom),
});
