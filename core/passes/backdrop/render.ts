import { combined, filtered } from '../../graph/filter';
import { contentKey, type Node } from '../../graph/node';
import { blend } from '../../kernels/blend';
import { copyOf, emptyRaster } from '../../pixels/raster';
import { intersect, unionOf, type Region, type Size } from '../../pixels/region';
import { decode, encode } from '../../pixels/transfer';
import { noLetters } from '../../type/letters';
import { laidOver } from '../../graph/laidOver';
import { shadowOf } from '../../light/casting/shadow';
import { throwsAny, type Casts } from '../../light/casting/schema';
import { type Cutout, type StandScene } from '../pass';
import { ownShadowNode } from './ownShadow';
import type { Backdrop } from './schema';

/** The sheet with photographs on it, and of some of them only what is cut out. */
export function standingOn(backdrop: Backdrop, scene: StandScene): Node {
  return scene.photographs.reduce((below, { id, node }) => {
    if (!backdrop.plates.includes(id)) return laidOver(below, node);
    const cut = scene.veilings.filter(({ photograph }) => photograph === id);
    if (cut.length === 0) return below;
    const own = backdrop.own ? withOwnShadow(below, node, cut, backdrop.own, scene.sheet) : below;
    return laidOver(withCasts(own, cut, backdrop, scene), cutOut(cut));
  }, scene.bareSheet);
}

/** Cut-out things by themselves, in their own colours: four channels. */
export function cutOut(cut: readonly Cutout[]): Node {
  const nodes = Object.fromEntries(
    cut.flatMap(({ front, matte }, i) => [
      [`front ${i}`, front],
      [`matte ${i}`, matte],
    ]),
  );
  return combined(
    'cut out',
    nodes,
    { channels: 4, bounds: unionOf(cut.map(({ matte }) => matte.bounds)) },
    (inputs, { region }) => {
      const out = emptyRaster(region.width, region.height, 4);
      cut.forEach((_, number) => {
        const front = copyOf(inputs[`front ${number}`]);
        const matte = inputs[`matte ${number}`].data;
        for (let i = 0, at = 0; i < matte.length; i++, at += 4)
          for (let c = 0; c < 4; c++) front.data[at + c] *= matte[i];
        blend(out, front);
      });
      return out;
    },
  );
}

/** Where any of some things is: one channel. */
const mattesOf = (cut: readonly Cutout[]): Node =>
  combined(
    'mattes',
    Object.fromEntries(cut.map(({ matte }, i) => [`matte ${i}`, matte])),
    { channels: 1, bounds: unionOf(cut.map(({ matte }) => matte.bounds)) },
    (inputs, { region }) => {
      const out = emptyRaster(region.width, region.height, 1);
      for (const { data } of Object.values(inputs))
        for (let i = 0; i < data.length; i++) out.data[i] += (1 - out.data[i]) * data[i];
      return out;
    },
  );

function withOwnShadow(
  below: Node,
  photo: Node,
  cut: readonly Cutout[],
  own: NonNullable<Backdrop['own']>,
  sheet: Size,
): Node {
  return filtered(below, {
    key: 'own shadow',
    reach: 0,
    with: { dark: ownShadowNode(photo, mattesOf(cut), own, sheet) },
    apply(source, { inputs }) {
      const out = copyOf(source);
      const { data } = inputs.dark;
      for (let i = 0, at = 0; i < data.length; i++, at += 4) {
        const alpha = out.data[at + 3];
        if (data[i] <= 0 || alpha <= 0) continue;
        for (let c = 0; c < 3; c++) out.data[at + c] = encode(decode(out.data[at + c] / alpha) * (1 - data[i])) * alpha;
      }
      return out;
    },
  });
}

/** From the foot upwards, the part of a thing's height that its contact shadow comes from. */
const footShare = 0.1;

/** A thing on the ground touches it at its foot alone: what of it is near the foot, one channel. */
const nearFoot = (matte: Node, { y, height }: Region): Node =>
  filtered(matte, {
    key: contentKey('near the foot', y, height),
    reach: 0,
    apply(source, { request: { region, scale } }) {
      const out = copyOf(source);
      for (let row = 0, i = 0; row < region.height; row++) {
        const above = (y + height - (region.y + row + 0.5) / scale) / (height * footShare);
        const share = Math.min(1, Math.max(0, 1 - above));
        for (let column = 0; column < region.width; column++, i++) out.data[i] *= share;
      }
      return out;
    },
  });

/** What things throw anew on what lies below them. */
function withCasts(below: Node, cut: readonly Cutout[], { casts, stands }: Backdrop, scene: StandScene): Node {
  const matte = mattesOf(cut);
  const box = stands ?? (matte.bounds && intersect(matte.bounds, { x: 0, y: 0, ...scene.sheet }));
  if (!box || box.width <= 0 || box.height <= 0 || !throwsAny(casts)) return below;
  const onGround = casts.thrown?.onto === 'ground';
  const caster: Node = { ...matte, bounds: matte.bounds && (intersect(matte.bounds, box) ?? matte.bounds) };
  const letters = { ...noLetters, ink: box, flatInk: box };
  const throwing = (one: Casts, node: Node): Node | null => shadowOf(one, node, letters, { lamp: scene.lamp, below });
  const thrown = throwing(onGround ? { ...casts, contact: null } : casts, caster);
  const touching = casts.contact?.shown && onGround ? throwing(nearGround(casts), nearFoot(caster, box)) : null;
  return [thrown, touching].reduce<Node>((under, node) => (node ? underLight(under, node) : under), below);
}

const nearGround = (casts: Casts): Casts => ({ ...casts, ambient: null, thrown: null, mirrored: null });

/** A shadow or a reflection laid on in linear light. */
const underLight = (below: Node, node: Node): Node =>
  combined('thrown', { below, node }, { channels: 4, bounds: below.bounds }, (inputs) => {
    const out = copyOf(inputs.below);
    const { data } = inputs.node;
    for (let at = 0; at < data.length; at += 4) {
      const alpha = data[at + 3];
      if (alpha <= 0) continue;
      const was = out.data[at + 3];
      for (let c = 0; c < 3; c++) {
        const under = was > 0 ? decode(out.data[at + c] / was) : 0;
        const over = decode(data[at + c] / alpha);
        const whole = alpha + was * (1 - alpha);
        out.data[at + c] = encode((over * alpha + under * was * (1 - alpha)) / whole) * whole;
      }
      out.data[at + 3] = alpha + was * (1 - alpha);
    }
    return out;
  });
