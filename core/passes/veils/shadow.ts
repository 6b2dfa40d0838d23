import { combined, filtered } from '../../graph/filter';
import { contentKey, keyOf, type Node } from '../../graph/node';
import { fallen, sigmaOfWidth } from '../../light/fall';
import { readColour } from '../../pixels/colour';
import { emptyRaster, fillWith, type Raster } from '../../pixels/raster';
import { grow, regionOfPoints, unionOf, type Region } from '../../pixels/region';
import { followedBy, identity, moved, placedBounds, type Affine } from '../../shape/affine';
import type { VeilShadow } from './schema';
import { paintStroke } from './stroke';

const radians = (degrees: number): number => (degrees * Math.PI) / 180;

/** How far a shadow falls from what casts it, sheet px: lift / tan(height of the lamp). */
export function shadowOffset({ lift, height, angle }: Pick<VeilShadow, 'lift' | 'height' | 'angle'>): {
  x: number;
  y: number;
} {
  const far = lift / Math.tan(radians(height));
  return { x: far * Math.cos(radians(angle)), y: far * Math.sin(radians(angle)) };
}

/**
 * Sigma of its penumbra, sheet px: lift times the size of the lamp is the width from full to none, four sigmas of a
 * Gaussian.
 */
export const shadowSigma = ({ lift, size }: Pick<VeilShadow, 'lift' | 'size'>): number => sigmaOfWidth(lift * size);

/** Steps of lift between near and far that a painted shadow is made of. */
const liftSteps = 5;

/** One part of the veil that is lifted alike: from where its shadow comes, and with which weight a px belongs to it. */
interface LiftPart {
  offset: { x: number; y: number };
  /** Sheet px. */
  sigma: number;
  /** 0 near, 0.5 as the veil is lifted, 1 far; null for all of the veil. */
  at: number | null;
}

function liftParts(shadow: VeilShadow): LiftPart[] {
  const part = (lift: number, at: number | null): LiftPart => ({
    offset: shadowOffset({ ...shadow, lift }),
    sigma: shadowSigma({ ...shadow, lift }),
    at,
  });
  if (shadow.lifts.length === 0) return [part(shadow.lift, null)];
  return Array.from({ length: liftSteps }, (_, i) => part(liftAt(shadow, i / (liftSteps - 1)), i / (liftSteps - 1)));
}

/** @param at 0 near, 0.5 as the veil is lifted, 1 far */
export function liftAt(
  { lift, nearLift, farLift }: Pick<VeilShadow, 'lift' | 'nearLift' | 'farLift'>,
  at: number,
): number {
  return at < 0.5 ? nearLift + (lift - nearLift) * at * 2 : lift + (farLift - lift) * (at - 0.5) * 2;
}

/**
 * A veil's shadow as far as it reaches, as a matte: the veil's own, moved and blurred. Where lift has been painted, the
 * veil is parted
 * by it, and each part throws its own.
 * @param liftPlace px of the veil's strokes to sheet px, and @param touchPlace px of the touch-up to sheet px
 */
export function shadowNode(
  shadow: VeilShadow,
  matte: Node,
  liftPlace: Affine = identity,
  touchPlace: Affine = identity,
): Node {
  const isPainted = shadow.lifts.length > 0;
  const fell = liftParts(shadow).map(({ offset, sigma, at }) =>
    fallen(isPainted ? liftedPart(matte, shadow, at!, liftPlace) : matte, { ...offset, sigma }),
  );
  const touches = shadow.touches.map(({ points, radius }) =>
    placedBounds(touchPlace, grow(regionOfPoints(points)!, radius)),
  );
  return combined(
    contentKey('veil shadow', shadow.strength, keyOf(shadow.touches), touchPlace),
    Object.fromEntries(fell.map((node, i) => [`part ${i}`, node])),
    {
      channels: 1,
      bounds: matte.bounds && unionOf([...fell.map(({ bounds }) => bounds), ...touches]),
      blankWith: touches.length > 0 ? [] : fell.map((_, i) => `part ${i}`),
    },
    (inputs, { region, scale }) => {
      const out = emptyRaster(region.width, region.height, 1);
      for (const { data } of Object.values(inputs))
        for (let i = 0; i < out.data.length; i++) out.data[i] = Math.min(1, out.data[i] + data[i]);
      for (const touch of shadow.touches) paintStroke(out, region, touch, scaled(touchPlace, scale));
      for (let i = 0; i < out.data.length; i++) out.data[i] *= shadow.strength;
      return out;
    },
  );
}

/** How far off the veil has been painted: 0 near, 0.5 where nothing is painted, 1 far. */
function liftMap({ lifts }: VeilShadow, region: Region, toOutput: Affine): Raster {
  const out = emptyRaster(region.width, region.height, 1);
  out.data.fill(0.5);
  for (const stroke of lifts) paintStroke(out, region, stroke, toOutput);
  return out;
}

/** What of a veil belongs to one step of lift; all steps together are the whole veil. */
function liftedPart(matte: Node, shadow: VeilShadow, at: number, liftPlace: Affine): Node {
  return filtered(matte, {
    key: contentKey('lifted', keyOf(shadow.lifts), at, liftPlace),
    reach: 0,
    keepsBlank: true,
    apply(cover, { request: { region, scale } }) {
      const { max, abs } = Math;
      const { data: lifted } = liftMap(shadow, region, scaled(liftPlace, scale));
      return {
        ...cover,
        data: cover.data.map((value, i) => value * max(0, 1 - abs(lifted[i] - at) * (liftSteps - 1))),
      };
    },
  });
}

const scaled = (map: Affine, scale: number): Affine => followedBy(map, moved(0, 0, scale));

/** One colour everywhere: opaque encoded RGB. */
export function colourNode(css: string): Node {
  const [red, green, blue] = readColour(css);
  return {
    key: contentKey('colour', css),
    channels: 4,
    bounds: null,
    needs: () => ({}),
    compute({ region }) {
      const out = emptyRaster(region.width, region.height, 4);
      fillWith(out, [red, green, blue, 1]);
      return out;
    },
  };
}
