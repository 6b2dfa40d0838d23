import { blurMargin, blurRegion } from '../../../kernels/blur';
import { blend } from '../../../kernels/blend';
import { readColour } from '../../../pixels/colour';
import { copyOf, emptyRaster, type Raster } from '../../../pixels/raster';
import { grow, unionOf, type Region } from '../../../pixels/region';
import { encode } from '../../../pixels/transfer';
import { contentKey, keyOf, type Node, type Request } from '../../../graph/node';
import { followedBy, moved, placedBounds, sizeOf } from '../../../shape/affine';
import { coverage } from '../../../shape/coverage';
import { flatten, transformPath } from '../../../shape/path';
import type { LetteringLayer, Letters, PaintScene } from '../../pass';
import { coverOf, placedLetters } from '../../../graph/cover';
import { cutFill } from '../../../coats/fill';
import { fillingOf } from '../../../coats/filling';
import { inkNode } from '../inkNode';
import type { Ink } from '../schema';
import type { InwardShadow, Panel } from './schema';
import { panelPlace, type PanelPlace } from './shape';

/** A panel with the letters on it, or with the letters as openings in it. @param behind what lies between panel and letters */
export function panelLayers(
  letters: Letters,
  ink: Ink,
  panel: Panel,
  scene: PaintScene,
  behind: readonly LetteringLayer[],
): LetteringLayer[] {
  const place = panelPlace(panel, letters, scene.sheet, sizeOf(letters.place));
  const outside = panelNode(panel, place, letters, scene);
  if (panel.knockout === null)
    return [
      { kind: 'panel', node: outside, mode: panel.mode },
      ...behind,
      { kind: 'letters', node: inkNode(letters, ink, scene), mode: ink.mode },
    ];
  const all = { ...letters, drawn: undefined };
  const inside = openingNode(panel, place, all, scene);
  const hole: LetteringLayer[] =
    panel.knockout === 'sheet'
      ? [{ kind: 'hole', node: inkNode(all, { coats: [holeCoat] }, scene), mode: 'normal' }]
      : [];
  return [
    ...hole,
    ...behind,
    { kind: 'panel', node: besideNode(inside, outside, all), mode: panel.mode, parts: { inside, outside } },
  ];
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
    async compute(request, photos) {
      const cover = panelCover(place, request);
      if (panel.opacity !== 1) for (let i = 0; i < cover.data.length; i++) cover.data[i] *= panel.opacity;
      return cutFill(await filling.paint(unit, request, photos), cover);
    },
  };
}

/** The panel's coverage, openings not yet cut: one channel. */
function panelCover({ path, place }: PanelPlace, { region, scale }: Request): Raster {
  return coverage(flatten(transformPath(path, followedBy(place, moved(0, 0, scale)))), region);
}

/** What is seen in the openings: the coats that lie in them, and over these the shadow of the edge; cut by the letters. */
function openingNode({ opening, shadow }: Panel, place: PanelPlace, letters: Letters, scene: PaintScene): Node {
  const fill = inkNode(letters, { coats: opening }, scene);
  if (!shadow) return fill;
  const placed = placedLetters(letters.letters, letters.place);
  return {
    key: contentKey('opening', fill.key, shadow, place),
    channels: 4,
    bounds: fill.bounds,
    needs: (request) => [{ node: fill, region: request.region }],
    compute(request, [filled]) {
      const out = copyOf(filled);
      const cover = coverOf(placed, letters.place, request);
      blend(
        out,
        cutFill(
          inwardShadow(shadow, request, (wide) => solidPart(place, coverOf(placed, letters.place, wide), wide)),
          cover,
        ),
      );
      return out;
    },
  };
}

/** What of the panel is left around the openings, which is what throws the shadow. */
function solidPart(place: PanelPlace, letters: Raster, request: Request): Raster {
  const solid = panelCover(place, request);
  for (let i = 0; i < solid.data.length; i++) solid.data[i] *= 1 - letters.data[i];
  return solid;
}

/** A shadow's colour and strength at each px. It dims light, so that its strength on encoded values follows from the light that is left. @param solidAt what throws it */
function inwardShadow(shadow: InwardShadow, { region, scale }: Request, solidAt: (request: Request) => Raster): Raster {
  const sigma = (shadow.blur * scale) / 4;
  const from: Region = {
    ...region,
    x: region.x - Math.round(shadow.x * scale),
    y: region.y - Math.round(shadow.y * scale),
  };
  const wide = grow(from, blurMargin(sigma));
  const thrown = blurRegion(solidAt({ region: wide, scale }), wide, from, sigma);
  const [red, green, blue] = readColour(shadow.colour);
  const out = emptyRaster(region.width, region.height, 4);
  for (let i = 0, at = 0; i < thrown.data.length; i++, at += 4) {
    const alpha = 1 - encode(1 - thrown.data[i] * shadow.strength);
    out.data[at] = red * alpha;
    out.data[at + 1] = green * alpha;
    out.data[at + 2] = blue * alpha;
    out.data[at + 3] = alpha;
  }
  return out;
}

/** What is seen in the letters and what surrounds them, side by side: at the edge each gets its part of a px, so that nothing shines through between. */
export function besideNode(inside: Node, outside: Node, letters: Letters): Node {
  const placed = placedLetters(letters.letters, letters.place);
  return {
    key: contentKey('beside', inside.key, outside.key, letters.place, keyOf(letters.letters)),
    channels: 4,
    bounds: unionOf([inside.bounds, outside.bounds]),
    needs: ({ region }) => [
      { node: inside, region },
      { node: outside, region },
    ],
    compute(request, [within, around]) {
      const cover = coverOf(placed, letters.place, request);
      const out = copyOf(within);
      for (let i = 0, at = 0; i < cover.data.length; i++, at += 4)
        for (let c = 0; c < 4; c++) out.data[at + c] += around.data[at + c] * (1 - cover.data[i]);
      return out;
    },
  };
}
