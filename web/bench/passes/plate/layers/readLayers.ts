import { unzipSync } from 'fflate';

/** Largest file of layers that is read, and what one layer may unpack to, bytes. */
const largestFile = 300 * 1024 * 1024;
const largestLayer = 400 * 1024 * 1024;
/** So many layers are offered. */
const mostLayers = 200;

/** A layer of a file: where it lies on the file's picture, px, and its own picture. */
export interface ReadLayer {
  name: string;
  x: number;
  y: number;
  isShown: boolean;
  /** PNG. */
  picture: Blob;
}

/** Layers of an OpenRaster file, the nearest first. */
export interface ReadLayers {
  width: number;
  height: number;
  layers: ReadLayer[];
}

export const isLayersFile = ({ name }: File): boolean => /\.ora$/i.test(name);

/**
 * Reads an OpenRaster file (0.0.5): its list of layers, in groups or not, and their pictures.
 * @throws Error with the reason, for a person
 */
export async function readLayers(file: File): Promise<ReadLayers> {
  if (file.size > largestFile)
    throw new Error(`"${file.name}" is larger than ${largestFile / 1048576} MB, which is the limit.`);
  const bytes = new Uint8Array(await file.arrayBuffer());
  const damaged = new Error(`"${file.name}" cannot be read: it is no OpenRaster file, or is damaged.`);
  const entries = (wanted: (name: string) => boolean): Record<string, Uint8Array> => {
    try {
      return unzipSync(bytes, {
        filter: ({ name, originalSize }) => wanted(name) && originalSize <= largestLayer,
      });
    } catch {
      throw damaged;
    }
  };
  const text = entries((name) => name === 'stack.xml')['stack.xml'];
  if (!text || text.length > 4e6) throw damaged;
  const list = new DOMParser().parseFromString(new TextDecoder().decode(text), 'text/xml');
  const [width, height] = ['w', 'h'].map((name) => Number(list.documentElement.getAttribute(name)));
  if (list.querySelector('parsererror') || !(width > 0 && height > 0)) throw damaged;
  const told = [...list.querySelectorAll('layer')].slice(0, mostLayers);
  const sources = new Set(told.map((layer) => layer.getAttribute('src') ?? ''));
  const pictures = entries((name) => sources.has(name));
  const layers = told.flatMap((layer): ReadLayer[] => {
    const picture = pictures[layer.getAttribute('src') ?? ''];
    // A group moves what is in it, and hides it.
    const chain: Element[] = [];
    for (let at: Element | null = layer; at; at = at.parentElement) chain.push(at);
    const along = (axis: 'x' | 'y'): number =>
      chain.reduce((sum, one) => sum + (Number.parseInt(one.getAttribute(axis) ?? '', 10) || 0), 0);
    if (!picture) return [];
    return [
      {
        name: (layer.getAttribute('name') ?? '').slice(0, 200) || 'Layer',
        x: along('x'),
        y: along('y'),
        isShown: chain.every((one) => one.getAttribute('visibility') !== 'hidden'),
        picture: new Blob([picture as Uint8Array<ArrayBuffer>], { type: 'image/png' }),
      },
    ];
  });
  if (layers.length === 0) throw new Error(`"${file.name}" has no layers with a picture.`);
  return { width, height, layers };
}
