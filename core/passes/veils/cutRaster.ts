import { toOklab } from '../../kernels/colour';
import { evenRaster, evenValue, isBlank } from '../../pixels/even';
import { copyOf, emptyRaster, type Raster } from '../../pixels/raster';
import type { Region } from '../../pixels/region';
import { samplePicture } from '../../pictures/resample';
import type { Picture } from '../../pictures/pyramid';
import { memoizeLast } from '../../graph/memoize';
import { apply, type Affine, type Point } from '../../shape/affine';
import { coverage } from '../../shape/coverage';
import { polygonsOf } from './contour';
import type { Cut, CutOperation } from './schema';
import { toneMatcher } from './tone/toneKey';

/** What cuts are made on. */
export interface CutGround {
  /** The plate. */
  picture: Picture;
  matte(asset: string): Picture;
  /** Plate px to output px, upright. */
  toOutput: Affine;
}

/** Draws one region of all cuts together: one channel, linear. */
export async function drawCuts(cuts: readonly Cut[], ground: CutGround, region: Region): Promise<Raster> {
  let out = evenRaster(region.width, region.height, 1, 0);
  for (const cut of cuts) {
    if (cut.operation !== 'add' && isBlank(out)) continue;
    const own = await drawCut(cut, ground, region);
    if (own) out = joined(out, own, cut.operation);
  }
  return out;
}

/** Null where a cut has nothing yet: it is left out, however it would be joined. */
async function drawCut(cut: Cut, ground: CutGround, region: Region): Promise<Raster | null> {
  if (cut.kind === 'trace') return drawTrace(cut.contours, ground.toOutput, region);
  if (cut.matte !== null) return drawMatte(ground.matte(cut.matte), ground, region);
  return cut.kind === 'tone' && cut.samples.length > 0 ? drawTone(cut, ground, region) : null;
}

/** Contours in output px as they were last wanted: all tiles of a frame want the same. */
const lastDrawn = memoizeLast<object, Point[][]>();

function drawTrace(
  contours: Extract<Cut, { kind: 'trace' }>['contours'],
  toOutput: Affine,
  region: Region,
): Raster | null {
  if (!contours.some(({ closed }) => closed)) return null;
  const polygons = lastDrawn(contours, `${toOutput.a} ${toOutput.e} ${toOutput.f}`, () =>
    polygonsOf(contours).map((polygon) => polygon.map((point) => apply(toOutput, point))),
  );
  return coverage(polygons, region);
}

/** A matte of another size than the plate is drawn as wide as the plate. */
export function drawMatte(
  matte: Picture,
  { picture, toOutput }: Pick<CutGround, 'picture' | 'toOutput'>,
  region: Region,
): Promise<Raster> {
  return samplePicture(
    matte,
    { scale: (toOutput.a * picture.width) / matte.width, x: toOutput.e, y: toOutput.f },
    region,
  );
}

/** While tolerances are still being changed, the key is worked out from what is on show. */
async function drawTone(
  cut: Extract<Cut, { kind: 'tone' }>,
  { picture, toOutput }: CutGround,
  region: Region,
): Promise<Raster> {
  const shown = await samplePicture(picture, { scale: toOutput.a, x: toOutput.e, y: toOutput.f }, region);
  const lab = shown.channels === 4 ? toOklab(shown) : null;
  const matches = toneMatcher(cut);
  const out = emptyRaster(region.width, region.height, 1);
  for (let i = 0, at = 0; i < out.data.length; i++, at += 4)
    if (lab && lab.data[at + 3] > 0)
      out.data[i] = matches(lab.data[at], lab.data[at + 1], lab.data[at + 2]) * lab.data[at + 3];
  return out;
}

/** Two coverages as one: a new raster, or one of the two. */
function joined(whole: Raster, own: Raster, operation: CutOperation): Raster {
  if (operation === 'add' && (isBlank(whole) || evenValue(own) === 1)) return own;
  if (operation !== 'intersect' && isBlank(own)) return whole;
  const out = copyOf(whole);
  join(out, own, operation);
  return out;
}

function join(whole: Raster, own: Raster, operation: CutOperation): void {
  const [to, from] = [whole.data, own.data];
  if (operation === 'add') for (let i = 0; i < to.length; i++) to[i] = Math.max(to[i], from[i]);
  else if (operation === 'subtract') for (let i = 0; i < to.length; i++) to[i] = Math.min(to[i], 1 - from[i]);
  else for (let i = 0; i < to.length; i++) to[i] = Math.min(to[i], from[i]);
}
