import { cutFill } from '../../../coats/fill';
import { fillingOf } from '../../../coats/filling';
import { coverNode } from '../../../graph/cover';
import { combined } from '../../../graph/filter';
import { contentKey, type Node, type Request } from '../../../graph/node';
import { blend } from '../../../kernels/blend';
import { fallen, shade, sigmaOfWidth } from '../../../light/fall';
import { copyOf, type Raster } from '../../../pixels/raster';
import { followedBy, moved, placedBounds, sizeOf } from '../../../shape/affine';
import { coverage } from '../../../shape/coverage';
import { flatten, transformPath } from '../../../shape/path';
import type { Letters } from '../../../type/letters';
import { layer, type Layer, type PaintScene } from '../../pass';
import { inkNode } from '../inkNode';
import type { Ink } from '../schema';
import type { Panel } from './schema';
import { panelPlace, type PanelPlace } from './shape';

/**
 * A panel with the letters on it, or with the letters as openings in it. @param behind what lies between panel and
 * letters
 */
export function panelLayers(
  letters: Letters,
  ink: Ink,
  panel: Panel,
  scene: PaintScene,
  behind: readonly Layer[],
): Layer[] {
  const place = panelPlace(panel, letters, scene.sheet, sizeOf(letters.place));
  const outside = panelNode(panel, place, letters, scene);
  if (panel.knockout === null)
    return [
      layer('panel', outside, { mode: panel.mode, place: 'behind', once: true }),
      ...behind,
      layer('ink', inkNode(letters, ink, scene), { mode: ink.mode }),
    ];
  const all = { ...letters, drawn: undefined };
  const inside = openingNode(panel, place, all, scene);
  const hole = layer('hole', inkNode(all, { coats: [holeCoat] }, scene), { place: 'hole', once: true });
  const knockedOut = layer('openings', besideNode(inside, outside, all), {
    mode: panel.mode,
    once: true,
    parts: { inside, outside },
  });
  return [...(panel.knockout === 'sheet' ? [hole] : []), ...behind, knockedOut];
}

/** Only its coverage counts. */
const holeCoat = { kind: 'solid', colour: '#000000', opacity: 1, mode: 'normal', reach: { kind: 'all' } } as const;

/** The panel without its openings. */
function panelNode(panel: Panel, place: PanelPlace, letters: Letters, scene: PaintScene): Node {
  const filling = fillingOf(
    panel.coats,
    { ...letters, place: place.place, capHeight: place.capHeight, warp: place.warp },
    scene,
    place.flatBox,
  );
  const [any] = letters.letters;
  const unit = {
    letters: [any],
    number: 0,
    boxes: { word: place.flatBox, line: place.flatBox, letter: place.flatBox },
  };
  return {
    key: contentKey('panel', filling.key, place, panel.opacity),
    channels: 4,
    bounds: placedBounds(place.place, place.box),
    needs: (request) => filling.needs(request),
    async compute(request, inputs) {
      const cover = panelCover(place, request);
      if (panel.opacity !== 1) for (let i = 0; i < cover.data.length; i++) cover.data[i] *= panel.opacity;
      return cutFill(await filling.paint(unit, request, inputs), cover);
    },
  };
}

/** The panel's coverage, openings not yet cut: one channel. */
function panelCover({ path, place }: PanelPlace, { region, scale }: Request): Raster {
  return coverage(flatten(transformPath(path, followedBy(place, moved(0, 0, scale)))), region);
}

/**
 * What is seen in the openings: the coats that lie in them, and over these the shadow of the edge; cut by the letters.
 */
function openingNode(
  { opening, shadow, knockout, mode }: Panel,
  place: PanelPlace,
  letters: Letters,
  scene: PaintScene,
): Node {
  const isMixed = opening.some((coat) => coat.mode !== 'normal');
  // A panel that is mixed with what is below takes its openings along.
  const onto = isMixed && mode === 'normal' ? { onto: knockout === 'sheet' ? scene.bareSheet : scene.below } : {};
  const fill = inkNode(letters, { coats: opening }, isMixed ? { ...scene, ...onto } : scene);
  if (!shadow) return fill;
  const cover = coverNode(letters.letters, letters.place);
  const fall = { x: shadow.x, y: shadow.y, sigma: sigmaOfWidth(shadow.blur) };
  const dark = shade(fallen(solidPart(place, cover), fall), shadow.colour, shadow.strength);
  return combined('opening', { fill, dark, cover }, { channels: 4, bounds: fill.bounds }, (inputs) => {
    const out = copyOf(inputs.fill);
    blend(out, cutFill(inputs.dark, inputs.cover));
    return out;
  });
}

/** What of the panel is left around the openings, which is what throws the shadow. */
function solidPart(place: PanelPlace, openings: Node): Node {
  return {
    key: contentKey('solid part', place, openings.key),
    channels: 1,
    bounds: placedBounds(place.place, place.box),
    needs: ({ region }) => ({ openings: { node: openings, region } }),
    compute(request, inputs) {
      const solid = panelCover(place, request);
      for (let i = 0; i < solid.data.length; i++) solid.data[i] *= 1 - inputs.openings.data[i];
      return solid;
    },
  };
}

/**
 * What is seen in the letters and what surrounds them, side by side: at the edge each gets its part of a px, so that
 * nothing shines through between.
 */
export function besideNode(inside: Node, outside: Node, letters: Letters): Node {
  const cover = coverNode(letters.letters, letters.place);
  return combined('beside', { inside, outside, cover }, { channels: 4 }, (inputs) => {
    const out = copyOf(inputs.inside);
    const { data: shares } = inputs.cover;
    for (let i = 0, at = 0; i < shares.length; i++, at += 4)
      for (let c = 0; c < 4; c++) out.data[at + c] += inputs.outside.data[at + c] * (1 - shares[i]);
    return out;
  });
}
