import { blend, type BlendMode } from '../../kernels/blend';
import type { Evaluator } from '../../graph/evaluate';
import type { Materials } from '../../graph/materials';
import type { Node, Request } from '../../graph/node';
import { copyOf, emptyRaster, type Raster } from '../../pixels/raster';
import type { Region } from '../../pixels/region';
import type { Piece } from '../../piece/schema';
import { compile, type CompiledPiece } from '../../render/compile';
import type { SceneItem } from '../../scene/items';
import { differing, frameAround, meets, onlyMarked, storedBytes, type PartedPicture } from '../parted';

/** A layer of the file. */
export interface FileLayer {
  /** Of its picture in the file. */
  part: string;
  /** As people read it. */
  name: string;
  mode: BlendMode;
  isShown: boolean;
  frame: Region;
}

/** What a layer shows: premultiplied RGBA. */
interface Source {
  name: string;
  mode: BlendMode;
  isShown: boolean;
  bounds: Region | null;
  pixels(request: Request, evaluator: Evaluator): Promise<Raster>;
}

/** What OpenRaster names (its layer stack, "composite-op"); others are laid on plainly, and the last layer mends it. */
export const compositeOps: Partial<Record<BlendMode, string>> = {
  normal: 'svg:src-over',
  multiply: 'svg:multiply',
  screen: 'svg:screen',
  overlay: 'svg:overlay',
  darken: 'svg:darken',
  lighten: 'svg:lighten',
  'color-dodge': 'svg:color-dodge',
  'color-burn': 'svg:color-burn',
  'hard-light': 'svg:hard-light',
  'soft-light': 'svg:soft-light',
  difference: 'svg:difference',
  hue: 'svg:hue',
  saturation: 'svg:saturation',
  color: 'svg:color',
  luminosity: 'svg:luminosity',
};

/** Layers and the picture that they give: `merged` is the part with all of it as one. */
export interface LayeredPicture extends PartedPicture {
  /** From far to near, without `merged`. */
  layers: readonly FileLayer[];
}

const finish = 'finish';
/** How far, of 255, layers may be off what is wanted: each of them is stored in 8 bits. */
const tolerance = 1;

/**
 * A piece as layers: its sheet, its photographs, what letterings lay on them, each cut by the veils that stand before
 * it, the cut-outs of veils (hidden, to work with), and last the px that layers laid on each other cannot give, such as
 * a look over all.
 * @param frame output px
 */
export function layeredPicture(piece: Piece, materials: Materials, scale: number, frame: Region): LayeredPicture {
  const compiled = compile(piece, materials);
  const sources = sourcesOf(piece, compiled);
  const layers = sources.map(({ name, mode, isShown, bounds }, i): FileLayer => ({
    part: `layer${String(i).padStart(3, '0')}`,
    name,
    mode: compositeOps[mode] ? mode : 'normal',
    isShown,
    frame: bounds ? frameAround(bounds, scale, frame) : frame,
  }));
  const seen = layers
    .map((layer, i) => ({ layer, source: sources[i] }))
    .filter(({ layer }) => layer.frame.width > 0 && layer.frame.height > 0);
  const all: FileLayer[] = [
    ...seen.map(({ layer }) => layer),
    { part: finish, name: 'Finish: what layers cannot tell', mode: 'normal', isShown: true, frame },
  ];
  return {
    layers: all,
    parts: [
      ...all.map(({ part, frame: own }) => ({ name: part, channels: 4 as const, frame: own })),
      { name: 'merged', channels: 4, frame },
    ],
    async draw(request, evaluator) {
      const { region } = request;
      const out = new Map<string, Uint8ClampedArray>();
      const composed = emptyRaster(region.width, region.height, 4);
      for (const { layer, source } of seen) {
        if (!meets(region, layer.frame)) continue;
        const bytes = storedBytes(await source.pixels(request, evaluator), region);
        out.set(layer.part, bytes);
        if (layer.isShown) blend(composed, asRead(bytes, region), layer.mode);
      }
      const wanted = storedBytes(await evaluator.pixels(compiled.picture, request), region);
      const last = onlyMarked(wanted, differing(wanted, rounded(composed), tolerance));
      if (last) out.set(finish, last);
      return out.set('merged', wanted);
    },
  };
}

function sourcesOf(piece: Piece, compiled: CompiledPiece): Source[] {
  const plain = (name: string, node: Node): Source => ({
    name,
    mode: 'normal',
    isShown: true,
    bounds: node.bounds,
    pixels: async (request, evaluator) => evaluator.pixels(node, request),
  });
  const { sheet } = piece;
  const hasSheet = sheet.paint !== null || sheet.coats.length > 0;
  const nameOf = namesIn(piece);
  return [
    ...(hasSheet ? [plain('Sheet', compiled.bareSheet)] : []),
    ...compiled.photographs.map(({ id, node }) => plain(nameOf(id), node)),
    ...compiled.laid.flatMap(({ id, items }) =>
      items.map((item) => itemSource(`${nameOf(id)}, ${item.name}`, item, compiled.bareSheet)),
    ),
    ...[...compiled.veils].map(([id, { front, matte }]): Source => ({
      name: `${nameOf(id)}, cut out`,
      mode: 'normal',
      isShown: false,
      bounds: matte.bounds,
      async pixels(request, evaluator) {
        const colour = copyOf(await evaluator.pixels(front, request));
        return weighed(colour, await evaluator.pixels(matte, request), 1, false);
      },
    })),
  ];
}

/** One layer of a lettering, cut by what stands before it. */
function itemSource(name: string, { node, place, mode, strength, over }: SceneItem, sheet: Node): Source {
  return {
    name,
    mode,
    isShown: true,
    bounds: node.bounds,
    async pixels(request, evaluator) {
      const own = await evaluator.pixels(node, request);
      let out = copyOf(own);
      if (place === 'hole') {
        out = copyOf(await evaluator.pixels(sheet, request));
        weighed(out, own, 1, false);
      } else if (strength !== 1) for (let i = 0; i < out.data.length; i++) out.data[i] *= strength;
      if (place !== 'beforeVeils')
        for (const { matte } of over) weighed(out, await evaluator.pixels(matte, request), 1, true);
      return out;
    },
  };
}

/** Px times a coverage, or times what it leaves; in place. @param by its last channel counts */
function weighed(out: Raster, by: Raster, strength: number, isLeft: boolean): Raster {
  const { data, channels } = by;
  for (let i = 0, at = 0; at < out.data.length; i++, at += 4) {
    const share = data[i * channels + channels - 1] * strength;
    const factor = isLeft ? 1 - share : share;
    for (let c = 0; c < 4; c++) out.data[at + c] *= factor;
  }
  return out;
}

/** Names of a piece's items, by id. */
function namesIn(piece: Piece): (id: string) => string {
  const names = new Map<string, string>();
  for (const { id, words } of piece.letterings) names.set(id, words.text.replace(/\s+/g, ' ').trim());
  for (const { id, name } of [...piece.plates, ...piece.veils]) names.set(id, name);
  return (id) => names.get(id) || id;
}

/** Stored px as a reader of the file has them: premultiplied floats. */
function asRead(bytes: Uint8ClampedArray, { width, height }: Region): Raster {
  const out = emptyRaster(width, height, 4);
  for (let at = 0; at < bytes.length; at += 4) {
    const alpha = bytes[at + 3] / 255;
    for (let c = 0; c < 3; c++) out.data[at + c] = (bytes[at + c] / 255) * alpha;
    out.data[at + 3] = alpha;
  }
  return out;
}

/** What a reader gets: straight 8-bit px, rounded. */
function rounded({ data }: Raster): Uint8ClampedArray {
  const out = new Uint8ClampedArray(data.length);
  for (let at = 0; at < data.length; at += 4) {
    const alpha = data[at + 3];
    for (let c = 0; c < 3; c++) out[at + c] = alpha > 0 ? (data[at + c] / alpha) * 255 : 0;
    out[at + 3] = alpha * 255;
  }
  return out;
}
