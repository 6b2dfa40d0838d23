import { combined } from '../../graph/filter';
import { blend, type BlendMode } from '../../kernels/blend';
import { emptyRaster } from '../../pixels/raster';
import { layer, type Layer } from '../pass';

/** What stands before veils, holes, and what lies on the ground behind stay by themselves. */
const isApart = ({ place, isCast }: Layer): boolean => place === 'beforeVeils' || place === 'hole' || isCast === true;

/** Layers laid on one another, and then as one on what is below. */
export function joinLayers(layers: readonly Layer[], mode: BlendMode): readonly Layer[] {
  const own = layers.filter((one) => !isApart(one));
  if (own.length === 0) return layers;
  const nodes = Object.fromEntries(own.map(({ node }, i) => [`layer ${i}`, node]));
  const modes = own.map((one) => one.mode);
  const joined = combined(
    `together ${modes.join()}`,
    nodes,
    { channels: 4, blankWith: Object.keys(nodes) },
    (inputs, { region }) => {
      const out = emptyRaster(region.width, region.height, 4);
      modes.forEach((each, i) => blend(out, inputs[`layer ${i}`], each));
      return out;
    },
  );
  return [
    ...layers.filter(({ isCast }) => isCast),
    ...layers.filter(({ place }) => place === 'hole'),
    layer('together', joined, { mode }),
    ...layers.filter(({ place }) => place === 'beforeVeils'),
  ];
}
