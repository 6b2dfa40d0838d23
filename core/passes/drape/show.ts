import { emptyRaster } from '../../pixels/raster';
import { spreadOver } from '../../graph/grid';
import { contentKey, type Node } from '../../graph/node';
import type { Letters } from '../../type/letters';
import { layer, type Layer, type PaintScene } from '../pass';
import { lightOn, surfaceOf } from './field';
import type { Drape } from './schema';

/** Whose map is looked at. */
export interface DrapeLook {
  lettering: string;
}

/** The displacement map over the photograph, behind the letters: black is low, white is high. */
export function showMap(letters: Letters, { displacement }: Drape, _look: DrapeLook, scene: PaintScene): Layer | null {
  if (!displacement) return null;
  const { map: node, grid } = surfaceOf(displacement, lightOn(letters, scene), scene);
  const grey: Node = {
    key: contentKey('map seen', node.key),
    channels: 4,
    bounds: { x: 0, y: 0, ...scene.sheet },
    needs: () => ({ map: { node, ...grid } }),
    compute(request, inputs) {
      const { region } = request;
      const own = spreadOver(inputs.map, grid, request);
      const out = emptyRaster(region.width, region.height, 4);
      for (let i = 0, at = 0; i < own.data.length; i++, at += 4) {
        const tone = Math.min(1, Math.max(0, own.data[i]));
        out.data.set([tone, tone, tone, 1], at);
      }
      return out;
    },
  };
  return layer('map', grey, { place: 'behind', once: true });
}
