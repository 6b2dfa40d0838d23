import type { Lettering, Piece } from '../../piece/schema';
import type { Ground } from '../ground';
import type { RoughInk } from '../inks';
import type { KindName } from '../order';
import type { Placement } from '../placement';
import type { Seen } from '../seen';
import type { Setting } from '../settings';
import type { Parts } from '../weights';

/** A layout that was weighed. */
export interface Layout extends Placement {
  kind: KindName;
  seen: Seen;
  ink: RoughInk;
  /** L*, on the sketch. */
  contrast: number;
  parts: Parts;
  score: number;
}

/** What a kind makes of a lettering that stands and is inked. */
export interface Made {
  lettering: Lettering;
  /** Everything of the piece beside its letterings, plates and veils. */
  piece?: Partial<Pick<Piece, 'lamp' | 'planes' | 'weave'>>;
}

/** A way to set words into a photograph. */
export interface RoughKind {
  name: KindName;
  title: string;
  /** What must be known beside the survey: nothing, what stands out, or where the light comes from too. */
  needs: 'nothing' | 'things' | 'light';
  /** Something must lie over its letters. */
  crosses: boolean;
  /** Why the photograph does not offer it, a sentence; null where it may. */
  lacks(ground: Ground): string | null;
  /** Which settings suit it. */
  takes(setting: Setting): boolean;
  placements(ground: Ground, setting: Setting): Iterable<Placement>;
  /** How good a placement is for it beside contrast and room; null where it is none of this kind. */
  parts(ground: Ground, placement: Placement, seen: Seen): Parts | null;
  /** What the ink adds to that; left out where it adds nothing. */
  inked?(seen: Seen, ink: RoughInk): Parts;
  /** In numbers, what makes it one of this kind: follows the sentence on face and colour. */
  says(ground: Ground, layout: Layout): string;
}
