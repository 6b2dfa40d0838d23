import { blend } from '../../kernels/blend';
import { decodedInPlace, fromLight } from '../../kernels/colour';
import { touchedUp } from '../../graph/brushed';
import { combined, filtered } from '../../graph/filter';
import { contentKey, type Node } from '../../graph/node';
import { copyOf, emptyRaster } from '../../pixels/raster';
import { castNode } from '../../light/casting/castNode';
import { fallingOnto, quadMirrored, standingQuad } from '../../light/casting/falls';
import type { Casts, Mirrored } from '../../light/casting/schema';
import { shadowOf } from '../../light/casting/shadow';
import type { Letters } from '../../type/letters';
import { layer, type Layer, type Painted, type PaintScene } from '../pass';
import { bent } from './bent';

/** A lettering with what it throws on what lies behind it. */
export function casting(painted: Painted, letters: Letters, casts: Casts, scene: PaintScene): Painted {
  const throwing = painted.layers.filter(({ place }) => place !== 'hole');
  if (throwing.length === 0) return painted;
  const caster = silhouette(throwing);
  const shadow = shadowOf(casts, caster, letters, {
    lamp: scene.lamp,
    below: scene.below,
    plane: (id) => scene.plane(id),
    solid: painted.reach
      ? { ...painted.reach, face: silhouette(throwing.filter(({ name }) => name !== 'sides')) }
      : null,
    bent: (node, shine, along, most) => bent(node, shine, along, most, scene),
  });
  const mirrored = casts.mirrored?.shown ? mirroredNode(casts, casts.mirrored, throwing, letters) : null;
  const more = { place: 'behind', once: true, mixing: 'linear', isCast: true } as const;
  return {
    ...painted,
    layers: [
      ...(mirrored ? [layer('mirrored', touchedUp(mirrored, casts.touch), more)] : []),
      ...(shadow ? [layer('shadow', touchedUp(shadow, casts.touch), more)] : []),
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
    { channels: 1, blankWith: layers.map((_, i) => `layer ${i}`) },
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
    { channels: 4, blankWith: layers.map((_, i) => `layer ${i}`) },
    (inputs, { region }) => {
      const out = emptyRaster(region.width, region.height, 4);
      layers.forEach(({ strength: own = 1 }, i) => {
        const picture = copyOf(inputs[`layer ${i}`]);
        if (own !== 1) for (let k = 0; k < picture.data.length; k++) picture.data[k] *= own;
        blend(out, picture);
      });
      return decodedInPlace(out);
    },
  );
  const left = (height: number): number => strength * (fade === null ? 1 : Math.max(0, 1 - height / fade));
  const seen = castNode(image, falling, { sigma: blur, left, leftKey: [strength, fade], ripple, wave });
  return filtered(seen, { key: 'as encoded', reach: 0, keepsBlank: true, apply: (source) => fromLight(source) });
}
