import type { Point } from '../../../shape/affine';
import { rounded, roundedPoint } from '../../../shape/rounding';
import { contoursOf } from '../border/contours';
import { evenly, smoothed } from '../border/line';
import type { Mark } from '../scribble/marks';
import { pixelsOf } from '../scribble/patches';
import type { ScribbleCutter } from '../scribble/scribbleCut';
import { hatchingOf } from './hatching';
import { proposeThings } from './proposals';
import { strokesFor } from './strokesFor';

/** Something that could stand in front, as it is shown. */
export interface Thing {
  /** Closed lines, plate px. */
  outline: Point[][];
  /** Its part of the plate, 0..1. */
  share: number;
}

/** Outlines are this smooth, and their points lie so far apart, px of the patches. */
const [calm, apart] = [1.5, 3];
/** A line of fewer px is not shown. */
const shortest = 16;

/** What stands out in one plate; worked out once. */
export class StandOut {
  private proposals: Uint8Array[] | null = null;

  constructor(private readonly cutter: ScribbleCutter) {}

  /** Up to five things, the likeliest first. */
  things(): Thing[] {
    const { width, height, factor } = this.cutter.grid;
    return this.all().map((_, index) => {
      const mask = this.maskOf(index);
      return {
        outline: contoursOf(mask, width, height)
          .filter((line) => line.length >= shortest)
          .map((line) => evenly(smoothed(line, calm), apart).map(([x, y]) => roundedPoint([x * factor, y * factor]))),
        share: mask.reduce((sum, one) => sum + one, 0) / mask.length,
      };
    });
  }

  /** The same as masks of the patches' grid: 1 for the px of each. */
  masks(): Uint8Array[] {
    return this.all().map((_, index) => this.maskOf(index));
  }

  /**
   * The strokes by which a thing is cut, plate px.
   * @returns none where there is no such thing
   */
  strokes(index: number): Mark[] {
    const { width, height } = this.cutter.grid;
    if (!this.all()[index]) return [];
    const onPlate = (mark: Mark): Mark => this.onPlate(mark);
    const cut = (marks: readonly Mark[]): Uint8Array | null =>
      this.cutter.cut(marks.map(onPlate), null, { quick: true })?.bytes ?? null;
    return strokesFor(cut, this.withOffshoots(index), width, height).map(onPlate);
  }

  /** The same found without any cut: many strokes across it and beside it. */
  hatching(index: number): Mark[] {
    const { width, height } = this.cutter.grid;
    if (!this.all()[index]) return [];
    return hatchingOf(this.maskOf(index), this.cutter.thinPixels, width, height).map((mark) => this.onPlate(mark));
  }

  private onPlate({ side, radius, points }: Mark): Mark {
    const { factor } = this.cutter.grid;
    return {
      side,
      radius: rounded(radius * factor, 1),
      points: points.map(([x, y]) => roundedPoint([x * factor, y * factor])),
    };
  }

  private all(): Uint8Array[] {
    this.proposals ??= proposeThings(this.cutter.patches);
    return this.proposals;
  }

  /** A thing with what grows out of it. */
  private withOffshoots(index: number): Uint8Array {
    const mask = this.maskOf(index);
    const thin = this.cutter.offshootsOf(mask);
    return mask.map((one, i) => one | thin[i]);
  }

  private maskOf(index: number): Uint8Array {
    return pixelsOf(this.cutter.patches, this.all()[index]);
  }
}
