import { fallen, sigmaOfWidth } from '../../light/fall';
import { blend } from '../../kernels/blend';
import { fromLight, toLight } from '../../kernels/colour';
import { touchedUp } from '../../graph/brushed';
import { combined, filtered } from '../../graph/filter';
import { contentKey, type Node } from '../../graph/node';
import { readColour } from '../../pixels/colour';
import { copyOf, emptyRaster } from '../../pixels/raster';
import { unionOf } from '../../pixels/region';
import { decodeExact, encode } from '../../pixels/transfer';
import type { Letters } from '../../type/letters';
import { layer, type Layer, type Painted, type PaintScene } from '../pass';
import { castNode } from './castNode';
import {
  awayFrom,
  fallingOnto,
  fallOnWall,
  farOnGround,
  quadMirrored,
  quadOnGround,
  quadOnWall,
  shineOn,
  standingQuad,
  tipsOnGround,
} from './falls';
import { usualLeft, type Casts, type Mirrored, type Thrown } from './schema';

/** A lettering with what it throws on what lies behind it. */
export function casting(painted: Painted, letters: Letters, casts: Casts, scene: PaintScene): Painted {
  const throwing = painted.layers.filter(({ place }) => place !== 'hole');
  if (throwing.length === 0) return painted;
  const caster = silhouette(throwing);
  const shadows = [
    ...contactAndAmbient(casts, caster, letters, scene),
    ...(casts.thrown?.shown ? thrownNodes(casts, casts.thrown, caster, letters, scene) : []),
  ];
  const mirrored = casts.mirrored?.shown ? mirroredNode(casts, casts.mirrored, throwing, letters) : null;
  const more = { place: 'behind', once: true, mixing: 'linear', isCast: true } as const;
  return {
    ...painted,
    layers: [
      ...(mirrored ? [layer('mirrored', touchedUp(mirrored, casts.touch), more)] : []),
      ...(shadows.length > 0
        ? [layer('shadow', touchedUp(shadowNode(shadows, casts, scene.below), casts.touch), more)]
        : []),
      ...painted.layers,
    ],
  };
}

/** Everything that a lettering shows, as one coverage. */
const silhouette = (layers: readonly Layer[]): Node =>
  combined(
    contentKey(
      'silhouette',
      layers.map(({ strength }) => strength ?? 1),
    ),
    Object.fromEntries(layers.map(({ node, covers }, i) => [`layer ${i}`, covers ?? node])),
    { channels: 1 },
    (inputs, { region }) => {
      const out = emptyRaster(region.width, region.height, 1);
      layers.forEach(({ strength = 1 }, number) => {
        const { data, channels } = inputs[`layer ${number}`];
        for (let i = 0, at = channels - 1; i < out.data.length; i++, at += channels)
          out.data[i] += (1 - out.data[i]) * data[at] * strength;
      });
      return out;
    },
  );

/** A shadow that falls, and how strong it is. */
interface Fallen {
  node: Node;
  strength: number;
}

function contactAndAmbient(
  { contact, ambient }: Casts,
  caster: Node,
  letters: Letters,
  { lamp }: PaintScene,
): Fallen[] {
  const [x, y] = awayFrom(lamp, letters);
  const near = contact?.shown ? { x: x * contact.offset, y: y * contact.offset, sigma: contact.blur } : null;
  return [
    ...(near ? [{ node: fallen(caster, near), strength: contact!.strength }] : []),
    ...(ambient?.shown
      ? [{ node: fallen(caster, { x: 0, y: 0, sigma: ambient.blur }), strength: ambient.strength }]
      : []),
  ];
}

function thrownNodes({ foot }: Casts, thrown: Thrown, caster: Node, letters: Letters, { lamp }: PaintScene): Fallen[] {
  const shine = shineOn(thrown, lamp, letters);
  const { strength } = thrown;
  if (thrown.onto === 'wall') {
    const fall = { ...fallOnWall(thrown, shine), sigma: sigmaOfWidth(thrown.lift * shine.size) };
    return [{ node: fallen(caster, fall), strength }];
  }
  const standing = standingQuad(letters, foot);
  if (!standing) return [];
  const tips = thrown.tips ?? tipsOnGround(standing, shine, thrown.above);
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

function mirroredNode({ foot }: Casts, mirrored: Mirrored, layers: readonly Layer[], letters: Letters): Node | null {
  const standing = standingQuad(letters, foot);
  const falling = standing && fallingOnto(standing, quadMirrored(standing, mirrored.scale));
  if (!falling) return null;
  const { strength, fade, blur, ripple, wave } = mirrored;
  const image = combined(
    contentKey(
      'letters as one',
      layers.map(({ mode, strength: own }) => [mode, own ?? 1]),
    ),
    Object.fromEntries(layers.map(({ node }, i) => [`layer ${i}`, node])),
    { channels: 4 },
    (inputs, { region }) => {
      const out = emptyRaster(region.width, region.height, 4);
      layers.forEach(({ strength: own = 1 }, i) => {
        const picture = copyOf(inputs[`layer ${i}`]);
        if (own !== 1) for (let k = 0; k < picture.data.length; k++) picture.data[k] *= own;
        blend(out, picture);
      });
      return toLight(out);
    },
  );
  const left = (height: number): number => strength * (fade === null ? 1 : Math.max(0, 1 - height / fade));
  const seen = castNode(image, falling, { sigma: blur, left, leftKey: [strength, fade], ripple, wave });
  return filtered(seen, { key: 'as encoded', reach: 0, apply: (source) => fromLight(source) });
}
