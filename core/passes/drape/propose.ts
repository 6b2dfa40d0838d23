import type { Direction } from '../../survey/relief';
import type { Place } from './place';
import { plainBite, plainDisplacement, type Drape } from './schema';

/** A setting of line 6 that is proposed, and what it is made of, as a sentence. */
export interface Proposal {
  drape: Pick<Drape, 'displacement' | 'bite'>;
  because: string;
}

export const strengths = ['half', 'full', 'strong'] as const;
export type Strength = (typeof strengths)[number];

const factors: Record<Strength, number> = { half: 0.5, full: 1, strong: 1.5 };

/** From so much of another hue on, changes of brightness are the surface's paint as often as its light. */
const manyColours = 0.18;
/** From this contrast on, broad shading is that of folds. */
const foldContrast = 0.3;
/** Between this and folds there is an edge under the words: where one surface ends and another begins. */
const evenContrast = 0.2;
/** A light that the photograph tells less surely than this is not taken. */
const leastSure = 0.1;
/** A surface takes light from all around too: against the lamp's alone it looks flatter than it is by about this. */
const allRound = 1.4;
/** Of folds nothing finer than this part of their size is shape. */
const finest = 1 / 20;
/** Joints, threads and pores are about this part of the sheet's longer side. */
const fineShare = 1 / 300;

/** What is known of where words lie. */
export interface Known {
  place: Place;
  /** Where the light comes from, with its confidence; null where nothing tells. */
  light: (Direction & { confidence: number }) | null;
  /** The sheet's longer side, px. */
  longer: number;
}

/** Map, laws, strength and bite from what is measured of the place where words lie. */
export function proposeDrape({ place, light, longer }: Known, strength: Strength = 'full'): Proposal {
  const factor = factors[strength];
  const radius = Math.max(1, longer * fineShare);
  const paint = { as: 'paint', strength: Math.min(1, 0.6 + 0.4 * factor), radius } as const;
  if (place.coloured > manyColours)
    return {
      drape: {
        displacement: null,
        bite: plainBite({ ...paint, keptOut: 1, texture: factor, shading: factor }),
      },
      because: 'The surface has several colours: narrow shadows come through, its colours do not.',
    };
  const isFolded = place.folds > foldContrast;
  const sure = light && light.confidence >= leastSure ? light : null;
  if (!isFolded && place.folds > evenContrast)
    return {
      drape: { displacement: null, bite: null },
      because: 'More than one surface lies under the words: they seem to stand before it, and keep their own light.',
    };
  if (!isFolded)
    return {
      drape: {
        displacement: null,
        bite: plainBite({ ...paint, texture: 0.5 * factor, shading: factor }),
      },
      because: 'The surface is nearly even: the letters take its light and some of its texture.',
    };
  const bite = plainBite({ ...paint, channels: 'each', shading: 0.4 + 0.6 * factor, texture: 0.4 + 0.6 * factor });
  if (!sure)
    return {
      drape: { displacement: null, bite },
      because: 'The surface is shaded, but nothing tells where its light comes from: the letters are not moved.',
    };
  const displacement = plainDisplacement({
    map: {
      from: 'relief',
      blur: Math.round(place.foldSize * finest),
      light: { tilt: sure.tilt, height: Math.min(89, Math.max(1, Math.abs(sure.height))) },
    },
    length: factor,
    view: allRound * factor,
  });
  return {
    drape: { displacement, bite },
    because: 'The surface has folds: the letters lie along them and take their light.',
  };
}
