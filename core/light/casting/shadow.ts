import { combined } from '../../graph/filter';
import { contentKey, type Node } from '../../graph/node';
import { toLight } from '../../kernels/colour';
import { readColour } from '../../pixels/colour';
import { emptyRaster } from '../../pixels/raster';
import { unionOf } from '../../pixels/region';
import { decodeExact, encode } from '../../pixels/transfer';
import type { Letters } from '../../type/letters';
import { fallen, sigmaOfWidth } from '../fall';
import type { Lamp } from '../lamp';
import { isConvex } from '../../shape/homography';
import { castNode } from './castNode';
import {
  awayFrom,
  fallingOnto,
  fallOnWall,
  farOnGround,
  quadOnGround,
  quadOnWall,
  shineOn,
  standingQuad,
  tipsOnGround,
} from './falls';
import { nearFoot } from './nearFoot';
import { usualLeft, type Casts, type Thrown } from './schema';

/** What shadows fall in. */
export interface CastScene {
  lamp: Lamp | null;
  /** What they fall on, as it is seen. */
  below: Node;
}

/**
 * All shadows that something throws on what lies below it, as it is then seen there: four channels, to be mixed in
 * linear light. @param caster its coverage, one channel @param letters where it stands
 * @returns null where it throws none
 */
export function shadowOf(casts: Casts, caster: Node, letters: Letters, scene: CastScene): Node | null {
  const shadows = [
    ...contactAndAmbient(casts, caster, letters, scene),
    ...(casts.thrown?.shown ? thrownNodes(casts, casts.thrown, caster, letters, scene) : []),
  ];
  return shadows.length > 0 ? shadowNode(shadows, casts, scene.below) : null;
}

/** A shadow that falls, and how strong it is. */
interface Fallen {
  node: Node;
  strength: number;
}

/** Of letters that stand, what is lower than this is in contact with the ground; what keeps light from it, higher. */
const [touching, nearby] = [0.08, 0.4];

function contactAndAmbient(
  { contact, ambient, foot }: Casts,
  caster: Node,
  letters: Letters,
  { lamp }: CastScene,
): Fallen[] {
  const [x, y] = awayFrom(lamp, letters);
  const standing = standingQuad(letters, foot);
  const from = (atFoot: boolean, reach: number): Node =>
    atFoot && standing && isConvex(standing) ? nearFoot(caster, standing, reach) : caster;
  const near = contact?.shown ? { x: x * contact.offset, y: y * contact.offset, sigma: contact.blur } : null;
  return [
    ...(near ? [{ node: fallen(from(contact!.atFoot, touching), near), strength: contact!.strength }] : []),
    ...(ambient?.shown
      ? [
          {
            node: fallen(from(ambient.atFoot, nearby), { x: 0, y: 0, sigma: ambient.blur }),
            strength: ambient.strength,
          },
        ]
      : []),
  ];
}

function thrownNodes({ foot }: Casts, thrown: Thrown, caster: Node, letters: Letters, { lamp }: CastScene): Fallen[] {
  const shine = shineOn(thrown, lamp, letters);
  const { strength } = thrown;
  if (thrown.onto === 'wall') {
    const fall = { ...fallOnWall(thrown, shine), sigma: sigmaOfWidth(thrown.lift * shine.size) };
    return [{ node: fallen(caster, fall), strength }];
  }
  const standing = standingQuad(letters, foot);
  if (!standing) return [];
  const tips = thrown.tips ?? tipsOnGround(standing, shine, thrown);
  const tall = Math.hypot(standing[0][0] - standing[3][0], standing[0][1] - standing[3][1]);
  const sigma = sigmaOfWidth(tall * farOnGround(shine) * shine.size);
  const { wall } = thrown;
  const onGround = fallingOnto(standing, quadOnGround(standing, tips));
  const climbing = wall && quadOnWall(standing, tips, wall);
  const onWall = climbing && fallingOnto(standing, climbing);
  const side = wall && sideOf(wall, standing[3]);
  const before = side ? { side, sideKey: ['before', wall.from, wall.to] } : {};
  const beyond = side && {
    side: (point: readonly [number, number]) => -side(point),
    sideKey: ['beyond', wall.from, wall.to],
  };
  return [
    ...(onGround ? [{ node: castNode(caster, onGround, { sigma, ...before }), strength }] : []),
    ...(onWall && beyond ? [{ node: castNode(caster, onWall, { sigma, ...beyond }), strength }] : []),
  ];
}

/** How far a place lies on that side of a line on which another lies, sheet px. */
function sideOf({ from, to }: NonNullable<Thrown['wall']>, inside: readonly [number, number]) {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const long = Math.hypot(dx, dy) || 1;
  const raw = ([x, y]: readonly [number, number]): number => (dx * (y - from[1]) - dy * (x - from[0])) / long;
  const sign = raw(inside) < 0 ? -1 : 1;
  return (point: readonly [number, number]): number => sign * raw(point);
}

/** How much of each px lies in which shadow, as what is seen there: never darker than the darkest near by. */
function shadowNode(shadows: readonly Fallen[], { colour, darkest }: Casts, below: Node): Node {
  const left = readColour(colour ?? usualLeft)
    .slice(0, 3)
    .map(decodeExact);
  const floor = darkest === null ? [0, 0, 0] : readColour(darkest).slice(0, 3).map(decodeExact);
  const nodes = Object.fromEntries(shadows.map(({ node }, i) => [`shadow ${i}`, node]));
  const strengths = shadows.map(({ strength }) => strength);
  return combined(
    contentKey('shadows', strengths, colour, darkest),
    { ...nodes, below },
    { channels: 4, bounds: unionOf(shadows.map(({ node }) => node.bounds)) },
    (inputs, { region }) => {
      const out = emptyRaster(region.width, region.height, 4);
      const light = toLight(inputs.below);
      for (let i = 0, at = 0; i < region.width * region.height; i++, at += 4) {
        let free = 1;
        for (let k = 0; k < strengths.length; k++) free *= 1 - inputs[`shadow ${k}`].data[i] * strengths[k];
        const alpha = 1 - free;
        if (alpha <= 1e-5) continue;
        for (let c = 0; c < 3; c++) {
          const lit = light.data[at + c];
          out.data[at + c] = encode(Math.max(lit * left[c], Math.min(lit, floor[c]))) * alpha;
        }
        out.data[at + 3] = alpha;
      }
      return out;
    },
  );
}
