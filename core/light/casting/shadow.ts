import { combined } from '../../graph/filter';
import { contentKey, type Inputs, type Node } from '../../graph/node';
import { toLight } from '../../kernels/colour';
import { linearOf } from '../../pixels/colour';
import { lumaAt } from '../../pixels/luma';
import { emptyRaster } from '../../pixels/raster';
import { unionOf } from '../../pixels/region';
import { encode } from '../../pixels/transfer';
import type { Letters } from '../../type/letters';
import { fallen, sigmaOfWidth } from '../fall';
import { fillAsLamp, type Lamp } from '../lamp';
import { leftUnder } from '../strength';
import type { Point } from '../../shape/affine';
import { isConvex, type Quad } from '../../shape/homography';
import { middleOfStanding } from '../../type/standing';
import { castNode, highest } from './castNode';
import {
  awayFrom,
  fallingOnto,
  fallOnWall,
  farFrom,
  quadOnGround,
  quadOnWall,
  shineOn,
  sideOfLine,
  standingQuad,
  tipsOf,
  type Shine,
  type Under,
} from './falls';
import { nearFoot } from './nearFoot';
import { fallingOnPlane } from './onPlane';
import { usualLeft, type Casts, type Thrown } from './schema';
import { aboveAt, groundMovedBack, movedBack, sweepOf, sweptNode, type Solid } from './solid';

/** Looked up once: these loops are hot. */
const { max, min } = Math;

/** What shadows fall in. */
export interface CastScene {
  lamp: Lamp | null;
  /** What they fall on, as it is seen. */
  below: Node;
  /** A plane of the photograph; null where there is none of that id. */
  plane?(id: string): Under;
  /**
   * A shadow bent over what stands out where it falls. @param along how far it is moved where the surface stands out by
   * one px, sheet px @param most what stands out farther counts no more
   */
  bent?(shadow: Node, shine: Shine, along: Point, most: number): Node;
  /** The letters are solid. */
  solid?: Solid | null;
}

/**
 * All shadows that something throws on what lies below it, as it is then seen there: four channels, to be mixed in
 * linear light. @param caster its coverage, one channel @param letters where it stands
 * @returns null where it throws none
 */
export function shadowOf(casts: Casts, caster: Node, letters: Letters, scene: CastScene): Node | null {
  const thrown = casts.thrown?.shown ? casts.thrown : null;
  const lamp = thrown && !thrown.obeys ? null : scene.lamp;
  const fill = thrown && thrown.tips === null ? lamp?.fill : null;
  const shadows = [
    ...contactAndAmbient(casts, caster, letters, scene),
    ...(thrown ? thrownNodes(casts, thrown, caster, letters, scene) : []),
  ];
  const inFill = fill ? thrownNodes(casts, thrown!, caster, letters, { ...scene, lamp: fillAsLamp(fill) }) : [];
  if (shadows.length === 0) return null;
  return shadowNode(shadows, inFill, casts, { below: scene.below, lamp });
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

function thrownNodes(casts: Casts, thrown: Thrown, caster: Node, letters: Letters, scene: CastScene): Fallen[] {
  const shine = shineOn(thrown, scene.lamp, letters);
  const plane = (thrown.plane !== null && scene.plane?.(thrown.plane)) || null;
  return thrown.onto === 'wall'
    ? onWall(thrown, caster, letters, shine, plane, scene)
    : onGround(casts, thrown, caster, letters, shine, plane, scene.solid ?? null);
}

function onWall(
  thrown: Thrown,
  caster: Node,
  letters: Letters,
  shine: Shine,
  plane: Under,
  { bent }: CastScene,
): Fallen[] {
  const { strength, lift, bends } = thrown;
  const fall = fallOnWall(thrown, shine);
  const sigma = sigmaOfWidth(lift * shine.size);
  const flat = plane ? onPlane(caster, letters, lift, sigma, shine, plane) : fallen(caster, { ...fall, sigma });
  if (!flat) return [];
  const isBent = bends > 0 && lift > 0 && bent;
  const along: Point = [(fall.x / lift) * bends, (fall.y / lift) * bends];
  return [{ node: isBent ? bent(flat, shine, along, lift) : flat, strength }];
}

function onPlane(
  caster: Node,
  letters: Letters,
  lift: number,
  sigma: number,
  shine: Shine,
  plane: NonNullable<Under>,
): Node | null {
  const middle = middleOfStanding(letters);
  const falling = middle && fallingOnPlane(lift, middle, shine, plane);
  return falling && castNode(caster, falling, { sigma: sigma / highest });
}

function onGround(
  { foot }: Casts,
  thrown: Thrown,
  caster: Node,
  letters: Letters,
  shine: Shine,
  plane: Under,
  solid: Solid | null,
): Fallen[] {
  const { strength, wall } = thrown;
  const standing = standingQuad(letters, foot);
  const tips = standing && tipsOf(thrown, standing, shine, plane);
  if (!tips) return [];
  const tall = Math.hypot(standing[0][0] - standing[3][0], standing[0][1] - standing[3][1]);
  const sigma = sigmaOfWidth(tall * farFrom(shine, plane) * shine.size);
  const ground = fallingOnto(standing, quadOnGround(standing, tips));
  const climbing = wall && quadOnWall(standing, tips, wall);
  const climbed = climbing && fallingOnto(standing, climbing);
  const side = wall && sideOf(wall, standing[3]);
  const before = side ? { side, sideKey: ['before', wall.from, wall.to] } : {};
  const beyond = side && {
    side: (point: readonly [number, number]) => -side(point),
    sideKey: ['beyond', wall.from, wall.to],
  };
  const thrower = solid ? thickCaster(solid, standing, tips, thrown, shine, plane) : caster;
  return [
    ...(ground ? [{ node: castNode(thrower, ground, { sigma, ...before }), strength }] : []),
    ...(climbed && beyond ? [{ node: castNode(thrower, climbed, { sigma, ...beyond }), strength }] : []),
  ];
}

/** What a solid throws, as a coverage in the plane of its face. */
function thickCaster(
  solid: Solid,
  standing: Quad,
  tips: readonly [Point, Point],
  thrown: Thrown,
  shine: Shine,
  plane: Under,
): Node {
  const back = movedBack(standing, solid);
  const backTips = thrown.tips
    ? ([groundMovedBack(tips[0], standing[3], solid), groundMovedBack(tips[1], standing[2], solid)] as const)
    : tipsOf({ ...thrown, above: aboveAt(back[2], thrown, standing[2]) }, back, shine, plane);
  const sweep = backTips && sweepOf(standing, tips, solid, backTips);
  return sweep ? sweptNode(solid.face, standing, sweep) : solid.face;
}

/** How far a place lies on that side of a line on which another lies, sheet px. */
function sideOf(line: NonNullable<Thrown['wall']>, inside: Point): (point: Point) => number {
  const long = Math.hypot(line.to[0] - line.from[0], line.to[1] - line.from[1]) || 1;
  const sign = sideOfLine(line, inside) < 0 ? -1 : 1;
  return (point) => (sign * sideOfLine(line, point)) / long;
}

/** How much of several shadows together lies on a place. */
function covered(shadows: readonly Float32Array[], strengths: readonly number[], i: number): number {
  let free = 1;
  for (let k = 0; k < strengths.length; k++) free *= 1 - shadows[k][i] * strengths[k];
  return 1 - free;
}

const dataOf = (inputs: Inputs, name: string, count: number): Float32Array[] =>
  Array.from({ length: count }, (_, k) => inputs[`${name} ${k}`].data);

/**
 * How much of each px lies in which shadow, as what is seen there: never darker than the darkest near by. A lamp that
 * shines more than the photograph's leaves less light; where its fill is kept off, that light is missing.
 */
function shadowNode(
  shadows: readonly Fallen[],
  inFill: readonly Fallen[],
  { colour, darkest }: Casts,
  { below, lamp }: { below: Node; lamp: Lamp | null },
): Node {
  const own = linearOf(colour ?? usualLeft);
  const left = own.map((value) => leftUnder(value, lamp?.strength ?? 1));
  // No more than is left of it can be kept off the fill.
  const second = lamp?.fill ? linearOf(lamp.fill.colour) : [0, 0, 0];
  const fill = own.map((value, c) => Math.min(left[c], second[c] * (lamp?.fill?.strength ?? 0) * (1 - value)));
  const floor = darkest === null ? 0 : lumaAt(Float32Array.from(linearOf(darkest)), 0);
  const seen = new Float32Array(3);
  const named = (name: string, some: readonly Fallen[]) => some.map(({ node }, i) => [`${name} ${i}`, node] as const);
  const [strengths, fillStrengths] = [shadows, inFill].map((some) => some.map(({ strength }) => strength));
  return combined(
    contentKey('shadows', strengths, fillStrengths, left, fill, darkest),
    { ...Object.fromEntries([...named('shadow', shadows), ...named('fill', inFill)]), below },
    {
      channels: 4,
      bounds: unionOf([...shadows, ...inFill].map(({ node }) => node.bounds)),
      blankWith: [...named('shadow', shadows), ...named('fill', inFill)].map(([name]) => name),
    },
    (inputs, { region }) => {
      const out = emptyRaster(region.width, region.height, 4);
      const light = toLight(inputs.below);
      const dark = dataOf(inputs, 'shadow', shadows.length);
      const dim = dataOf(inputs, 'fill', inFill.length);
      for (let i = 0, at = 0; i < region.width * region.height; i++, at += 4) {
        const shaded = covered(dark, strengths, i);
        const dimmed = dim.length === 0 ? 0 : covered(dim, fillStrengths, i);
        const alpha = shaded + dimmed - shaded * dimmed;
        if (alpha <= 1e-5) continue;
        // What is seen is the light less what both keep off; of it, what the px that lie in shadow show.
        for (let c = 0; c < 3; c++)
          seen[c] = (light.data[at + c] * (shaded * left[c] + dimmed * (1 - shaded - fill[c]))) / alpha;
        // All channels alike: what is blue stays blue on a photograph whose darkest is brown.
        const raised = max(1, min(lumaAt(light.data, at), floor) / max(1e-9, lumaAt(seen, 0)));
        for (let c = 0; c < 3; c++) out.data[at + c] = encode(min(light.data[at + c], seen[c] * raised)) * alpha;
        out.data[at + 3] = alpha;
      }
      return out;
    },
  );
}
