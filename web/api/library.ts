import type { FineRange, Picture } from '../../core/pictures/pyramid';
import { levelCount, tileSide } from '../../core/pictures/pyramid';
import { SharedTiles, type SharedTileMemory } from '../../core/pictures/sharedTiles';
import { ByteCache } from '../../core/graph/cache';
import { keeping, type Library } from '../../core/graph/materials';
import { openFace } from '../../core/type/faceBook';
import type { StoredAsset } from '../../server/store/assets';

async function read(path: string): Promise<Response> {
  const response = await fetch(`/api/assets/${path}`);
  if (!response.ok) throw new Error('A file of this piece could not be fetched from the server.');
  return response;
}

/** Keeps fetched tiles: in this worker alone, or in memory that all workers share. */
type KeepTile = (path: string, bytes: number, fetch: () => Promise<Uint8Array>) => Promise<Uint8Array>;

/**
 * Pictures and faces from the server, tile by tile.
 * @param tiles bytes of tiles to keep in this worker, or the memory that workers share
 */
export function httpLibrary(tiles: number | SharedTileMemory): Library {
  const keep = typeof tiles === 'number' ? keepHere(tiles) : keepShared(tiles);
  return keeping({
    async picture(sha256) {
      const { width, height, channels, fine } = (await (await read(sha256)).json()) as StoredAsset & {
        fine: FineRange | null;
      };
      if (!width || !height || !channels) throw new Error('A picture of this piece is not a picture.');
      return pictureOf(sha256, { width, height, channels }, fine, keep);
    },
    face: async (sha256) => openFace(sha256, new Uint8Array(await (await read(`${sha256}/file`)).arrayBuffer())),
  });
}

function keepShared(memory: SharedTileMemory): KeepTile {
  const shared = new SharedTiles(memory);
  return (path, _bytes, fetch) => shared.tile(path, fetch);
}

function keepHere(budget: number): KeepTile {
  const tiles = new ByteCache<Promise<Uint8Array>>(budget);
  return (path, bytes, fetch) => {
    const known = tiles.get(path);
    if (known) return known;
    const tile = fetch();
    tiles.set(path, tile, bytes);
    tile.catch(() => tiles.delete(path));
    return tile;
  };
}

function pictureOf(
  key: string,
  { width, height, channels }: Pick<Picture, 'width' | 'height' | 'channels'>,
  range: FineRange | null,
  keep: KeepTile,
): Picture {
  const tile = (which: 'tiles' | 'upper' | 'lower', place: readonly number[]): Promise<Uint8Array> => {
    const path = `${key}/${which}/${place.join('/')}`;
    return keep(path, tileSide * tileSide * channels, () =>
      read(path).then(async (response) => new Uint8Array(await response.arrayBuffer())),
    );
  };
  return {
    key,
    width,
    height,
    channels,
    levels: levelCount(width, height),
    tile: (...place) => tile('tiles', place),
    // In halves, each as large as a tile of 8 bits: so they fit where those are kept.
    ...(range && {
      fine: {
        range,
        tile: async (...place) => joined(await Promise.all([tile('upper', place), tile('lower', place)])),
      },
    }),
  };
}

function joined([upper, lower]: Uint8Array[]): Uint8Array {
  const out = new Uint8Array(upper.length + lower.length);
  out.set(upper);
  out.set(lower, upper.length);
  return out;
}
