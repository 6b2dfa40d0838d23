import { combined } from '../graph/filter';
import type { Node } from '../graph/node';
import type { Painted } from '../passes/pass';
import { copyOf } from '../pixels/raster';

/** Less of a px than this cannot be seen. */
const nothing = 1e-4;

/**
 * Of what is seen of the ground in each px, the part that lies within the letters: one channel. Where nothing hides it
 * this is the letters' coverage. Where an outline fills the rest of an edge px, all of the ground that is left to see
 * lies within, so that what is done there leaves no seam beside the outline; where ink fills the letters, none does.
 */
export function seenWithin({ layers, cover }: Painted): Node {
  const hiding = layers.filter(({ place, mode }) => place === 'with' && mode === 'normal');
  const nodes: Record<string, Node> = { cover: cover.all };
  hiding.forEach(({ node, parts }, i) => {
    nodes[`inside ${i}`] = parts?.inside ?? node;
    if (parts) nodes[`outside ${i}`] = parts.outside;
  });
  return combined('seen within', nodes, { channels: 1, bounds: cover.all.bounds }, (inputs) => {
    const out = copyOf(inputs.cover);
    for (let i = 0, at = 3; i < out.data.length; i++, at += 4) {
      const share = out.data[i];
      if (share <= 0 || share >= 1) continue;
      let [within, around] = [share, 1 - share];
      hiding.forEach((_, number) => {
        within *= Math.max(0, 1 - inputs[`inside ${number}`].data[at] / share);
        around *= Math.max(0, 1 - (inputs[`outside ${number}`]?.data[at] ?? 0));
      });
      if (within + around > nothing) out.data[i] = within / (within + around);
    }
    return out;
  });
}
