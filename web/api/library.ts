import type { Picture } from '../../core/pixels/pyramid';
import { levelCount } from '../../core/pixels/pyramid';
import { ByteCache } from '../../core/render/cache';
import { keeping, type Library } from '../../core/render/materials';
import { openFace } from '../../core/type/faceBook';
import type { StoredAsset } from '../../server/store/assets';

async function read(path: string): Promise<Response> {
  const response = await fetch(`/api/assets/${path}`);
  if (!response.ok) throw new Error('A file of this piece could not be fetched from the server.');
  return response;
}

/** Pictures and faces from the server, tile by tile. @param budget bytes of tiles to keep */
export function httpLibrary(budget: number): Library {
  const tiles = new ByteCache<Promise<Uint8Array>>(budget);
  return keeping({
    async picture(sha256) {
      const { width, height, channels } = (await (await read(sha256)).json()) as StoredAsset;
      if (!width || !height || !channels) throw new Error('A picture of this piece is not a picture.');
      return pictureOf(sha256, width, height, channels, tiles);
    },
    face: async (sha256) => openFace(sha256, new Uint8Array(await (await read(`${sha256}/file`)).arrayBuffer())),
  });
}

function pictureOf(key: string, width: number, height: number, channels: 1 | 3 | 4, tiles: ByteCache<Promise<Uint8Array>>): Picture {
  return {
    key,
    width,
    height,
    channels,
    levels: levelCount(width, height),
    tile(level, column, row) {
      const path = `${key}/tiles/${level}/${column}/${row}`;
      const known = tiles.get(path);
      if (known) return known;
      const tile = read(path).then(async (response) => new Uint8Array(await response.arrayBuffer()));
      tiles.set(path, tile, 256 * 256 * channels);
      tile.catch(() => tiles.delete(path));
      return tile;
    },
  };
}
