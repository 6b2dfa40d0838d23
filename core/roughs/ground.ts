import type { Region } from '../pixels/region';
import type { Survey } from '../survey';
import type { RoughInk } from './inks';
import type { RoughsOrder } from './order';
import type { Setting } from './settings';
import type { Sketch, SketchedThing } from './sketch';

/** What roughs of one photograph and some words are made from. */
export interface Ground {
  plate: { sha256: string; name: string; width: number; height: number };
  /** The part of the photograph that the sheet shows, its px; the sheet has as many. */
  part: Region;
  /** Null until the photograph is measured. */
  survey: Survey | null;
  sketch: Sketch;
  inks: readonly RoughInk[];
  /** What stands out; empty until that is known. */
  things: readonly SketchedThing[];
  /** Those that words should not lie across. */
  obstacles: readonly SketchedThing[];
  settings: readonly Setting[];
  order: RoughsOrder;
}

/** What the photograph tells. @throws Error where it is not measured yet: kinds say what they need */
export function surveyOf({ survey }: Pick<Ground, 'survey'>): Survey {
  if (!survey) throw new Error('The photograph is not measured yet.');
  return survey;
}

/** So many of the likeliest things are obstacles; what is larger, or reaches from side to side, is ground or sky. */
const [likeliest, largestThing, widestThing] = [3, 0.4, 0.94];

export const obstaclesOf = (things: readonly SketchedThing[], { width }: Sketch): SketchedThing[] =>
  things.slice(0, likeliest).filter(({ share, box }) => share < largestThing && box.width < widestThing * width);
