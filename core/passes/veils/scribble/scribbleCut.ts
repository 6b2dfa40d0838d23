import { oklabPlanes, type OklabPlanes } from '../../../pixels/oklabPlanes';
import { halve, type Level } from '../../../pictures/pyramid';
import { intersect, type Region } from '../../../pixels/region';
import { Outdated, type IsOutdated } from '../../../graph/evaluate';
import { cleanBorder } from '../border/cleanBorder';
import { drawThin } from '../offshoots/draw';
import { findOffshoots, findThin, thinReach, type Thin } from '../offshoots/offshoots';
import { clearSpecks } from '../specks';
import { ColourSides, cutBand } from './bandCut';
import { drawMarks, markedBehind, markedFront, pixelsUnder, unmarked, type Mark } from './marks';
import { afterStroke, cutPatches, type PatchCut } from './patchCut';
import { findPatches, pixelsOf, type Patches } from './patches';

/** Patches are found on the first level that has no more px than this. */
const patchPixels = 0.8e6;

/** How many of the last strokes are gone through one by one, and how many steps are kept. */
const stepsBack = 12;
const stepsKept = 200;
/** A stroke of which so much lies where it is so already says nothing new. */
const agreeing = 0.97;

export interface CutOptions {
  /** Stops at the patches: as fine as a screen that shows the whole plate, and many times faster. */
  quick?: boolean;
  /** All strokes are taken together: quicker than one after the other, each of which changes only what is near it. */
  together?: boolean;
  /** Islands and holes smaller than a square of this side are cleared, plate px. */
  specks?: number;
  isOutdated?: IsOutdated;
}

/** What strokes have found: patches, and the px of thin things that grow out of them, on the patches' grid. */
interface Found extends PatchCut {
  thin: Uint8Array;
}

/** Cuts one plate, or a part of it, by rough strokes. What does not depend on the strokes is worked out once. */
export class ScribbleCutter {
  private readonly levels: Level[];
  private readonly planes: OklabPlanes;
  /** Of the first level that has few px enough: see `grid`. */
  readonly patches: Patches;
  private thinKnown: Thin | null = null;
  private readonly steps = new Map<string, Found | null>();

  /**
   * @param picture encoded sRGB
   * @param lying where it lies on the plate, plate px; its px are plate px
   */
  constructor(
    picture: Level,
    private readonly lying: Region = { x: 0, y: 0, width: picture.width, height: picture.height },
  ) {
    this.levels = [picture];
    for (let top = picture; top.width * top.height > patchPixels;) this.levels.push((top = halve(top)));
    const top = this.levels[this.levels.length - 1];
    this.planes = oklabPlanes(top);
    this.patches = findPatches(this.planes, top.width, top.height);
  }

  /** What is thin: whoever only wants the patches does without. */
  private get thin(): Thin {
    this.thinKnown ??= findThin(this.planes, this.patches.width, this.patches.height);
    return this.thinKnown;
  }

  /** Works out beforehand all that strokes need, so that the first one is answered soon. */
  prepare(): this {
    void this.thin;
    return this;
  }

  /** The px that patches are found on, and how many plate px each is wide. */
  get grid(): { width: number; height: number; factor: number } {
    const { width, height } = this.patches;
    return { width, height, factor: 2 ** (this.levels.length - 1) };
  }

  /**
   * @param box plate px: nothing outside of it stands in front; null where no box was drawn
   * @returns a matte of the picture's size, 255 in front and 0 behind, its border clean; a quick one is smaller, and
   * knows only 0 and 255. Null where no stroke and no box says what stands in front
   * @throws Outdated when `isOutdated` says so
   */
  cut(
    marks: readonly Mark[],
    box: Region | null = null,
    { quick = false, together = false, specks = 0, isOutdated }: CutOptions = {},
  ): Level | null {
    const top = this.levels.length - 1;
    const coarse = together ? this.cutAll(marks, box) : this.stepByStep(marks, box, isOutdated);
    if (!coarse) return null;
    let mask = pixelsOf(this.patches, coarse.front);
    const finest = quick ? top : 0;
    // The patches' own borders are as fine as a screen that shows the whole plate.
    const sides = quick ? null : new ColourSides(coarse.colours());
    for (let number = top; sides && number >= finest; number--) {
      if (isOutdated?.()) throw new Outdated();
      const level = this.levels[number];
      if (number < top) mask = doubled(mask, this.levels[number + 1].width, level);
      cutBand(level, mask, drawMarks(marks, 2 ** number, this.gridAt(number)), sides, isOutdated);
    }
    if (isOutdated?.()) throw new Outdated();
    const { width, height } = this.levels[finest];
    // Islands and holes are those of the cut, not of its soft edge.
    if (specks > 0) {
      const cleared = whole(mask);
      clearSpecks(cleared, width, height, specks / 2 ** finest);
      mask = cleared.map((one) => (one > 0 ? 1 : 0));
    }
    const bytes = quick
      ? whole(mask.map((one, i) => one | coarse.thin[i]))
      : this.withThin(cleanBorder(this.levels[0], mask), coarse.thin, marks, box);
    return { width, height, channels: 1, bytes };
  }

  /** A matte with thin things drawn into it as the picture shows them. */
  private withThin(bytes: Uint8Array, thin: Uint8Array, marks: readonly Mark[], box: Region | null): Uint8Array {
    if (!thin.includes(1)) return bytes;
    const { width, factor } = this.grid;
    const drawn = this.marksAt(marks, box, 0);
    drawThin(bytes, this.levels[0], thin, { width, factor, reach: thinReach * factor, drawn });
    return bytes;
  }

  /** The mark of each px of a level: what lies outside of a box is behind, where no stroke says otherwise. */
  private marksAt(marks: readonly Mark[], box: Region | null, number: number): Uint8Array {
    const drawn = drawMarks(marks, 2 ** number, this.gridAt(number));
    if (!box) return drawn;
    const { x, y, width, height } = this.boxAt(box, number);
    const across = this.levels[number].width;
    return drawn.map((mark, i) => {
      const [u, v] = [i % across, Math.floor(i / across)];
      const isInside = u >= x && v >= y && u < x + width && v < y + height;
      return mark === unmarked && !isInside ? markedBehind : mark;
    });
  }

  /** 1 for each px of the patches' grid that may be part of something thin. */
  get thinPixels(): Uint8Array {
    return Uint8Array.from(this.thin.bins, (bin) => (bin > 0 ? 1 : 0));
  }

  /**
   * The thin things that grow out of something, and would go along with it where no stroke says otherwise.
   * @param mask of the patches' grid, 1 for its px
   * @returns the same for the px of them
   */
  offshootsOf(mask: Uint8Array): Uint8Array {
    return findOffshoots(this.thin, mask, new Uint8Array(mask.length));
  }

  /** The patches in front, as the last strokes have changed them one by one. */
  private stepByStep(marks: readonly Mark[], box: Region | null, isOutdated?: IsOutdated): Found | null {
    let last: Found | null = null;
    for (let count = Math.max(1, marks.length - stepsBack); count <= Math.max(1, marks.length); count++) {
      if (isOutdated?.()) throw new Outdated();
      const some = marks.slice(0, count);
      const key = JSON.stringify([some, box, last !== null]);
      let next = this.steps.get(key);
      if (next === undefined) {
        const found = this.cutAll(some, box);
        const [mark] = some.slice(-1);
        next = found && last ? this.afterStroke(last, found, mark) : found;
        if (this.steps.size >= stepsKept) this.steps.clear();
        this.steps.set(key, next);
      }
      last = next;
    }
    return last;
  }

  /** What a further stroke makes of what was there: thin things come and go as patches do. */
  private afterStroke(last: Found, found: Found, mark: Mark): Found {
    const top = this.levels.length - 1;
    const under = drawMarks([mark], 2 ** top, this.gridAt(top));
    const cut = afterStroke(this.patches, last, found, mark.side, this.agrees(last, under));
    if (cut.front === found.front) return { ...cut, thin: found.thin };
    const isMore = mark.side === 'front';
    // Where nothing else changes, only what the stroke lies on does.
    const stays = isMore || cut.front === last.front;
    const thin = last.thin.map((was, i) => {
      if (!isMore && under[i] !== unmarked) return 0;
      return stays ? was | (isMore ? found.thin[i] : 0) : was & found.thin[i];
    });
    return { ...cut, thin };
  }

  /** Whether a stroke says nothing but what is so already: then it changes nothing. */
  private agrees({ front }: PatchCut, under: Uint8Array): boolean {
    let [right, all] = [0, 0];
    for (let i = 0; i < under.length; i++) {
      if (under[i] === unmarked) continue;
      all++;
      if ((front[this.patches.labels[i]] === 1) === (under[i] === markedFront)) right++;
    }
    return right >= agreeing * all;
  }

  private cutAll(marks: readonly Mark[], box: Region | null): Found | null {
    const top = this.levels.length - 1;
    const grid = this.gridAt(top);
    const drawn = this.marksAt(marks, box, top);
    const under = {
      front: pixelsUnder(marks, 'front', 2 ** top, grid, drawn),
      behind: pixelsUnder(marks, 'behind', 2 ** top, grid, drawn),
    };
    const cut = cutPatches(this.patches, this.planes, { drawn, under, hasBox: box !== null });
    if (!cut) return null;
    return { ...cut, thin: findOffshoots(this.thin, pixelsOf(this.patches, cut.front), drawn) };
  }

  /** Where a level lies, in its own px. */
  private gridAt(number: number): Region {
    const { width, height } = this.levels[number];
    return { x: this.lying.x / 2 ** number, y: this.lying.y / 2 ** number, width, height };
  }

  private boxAt(box: Region, number: number): Region {
    const factor = 2 ** number;
    const { width, height } = this.levels[number];
    const inside = {
      x: (box.x - this.lying.x) / factor,
      y: (box.y - this.lying.y) / factor,
      width: box.width / factor,
      height: box.height / factor,
    };
    return intersect(inside, { x: 0, y: 0, width, height }) ?? { x: 0, y: 0, width: 0, height: 0 };
  }
}

/** A mask of twice the size. */
function doubled(mask: Uint8Array, fromWidth: number, { width, height }: Level): Uint8Array<ArrayBuffer> {
  const out = new Uint8Array(width * height);
  for (let y = 0, i = 0; y < height; y++) {
    const row = (y >> 1) * fromWidth;
    for (let x = 0; x < width; x++, i++) out[i] = mask[row + (x >> 1)];
  }
  return out;
}

/** A mask of 0 and 1 as a matte. */
const whole = (mask: Uint8Array): Uint8Array<ArrayBuffer> => Uint8Array.from(mask, (one) => one * 255);
