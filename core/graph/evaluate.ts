import { evened, evenRaster, isBlank } from '../pixels/even';
import { crop, emptyRaster, put, type Raster } from '../pixels/raster';
import { intersect, type Region } from '../pixels/region';
import { gridTiles, renderTile } from './tiles';
import { ByteCache } from './cache';
import type { Profile } from './profile';
import { keyIn, touches, type Needs, type Node, type Request } from './node';

/** Thrown where a request was given up because something newer is wanted. */
export class Outdated extends Error {
  constructor() {
    super('Something newer is wanted.');
  }
}

/** Says whether a request is still wanted; asked between the steps of the work. */
export type IsOutdated = () => boolean;

/** So many px are put together from tiles; fewer are computed as they are asked for. */
const leastTiled = 2 * renderTile * renderTile;
/** Nothing is put together that is larger than this part of what can be kept: its tiles would drive each other out. */
const mostTiled = 0.4;

/** Bytes that are kept of what all tiles read. */
const forAllBytes = 128 * 1024 * 1024;

/** Computes regions of nodes, keeps what it computed, and never computes the same thing twice at once. */
export class Evaluator {
  private readonly cache: ByteCache<Raster>;
  /** Tiles that wide regions are put together from. */
  private readonly tiles: ByteCache<Raster>;
  private readonly forTiles: number;
  /** What all tiles read. */
  private readonly forAll = new ByteCache<Raster>(forAllBytes);
  private readonly running = new Map<string, Promise<Raster>>();

  /**
   * @param budget bytes of rasters to keep
   * @param forTiles bytes to keep, besides, of the tiles that wide regions are put together from; half of the budget where
   * it is left out
   * @param profile is told what each node costs, where that is asked for
   */
  constructor(
    budget: number,
    forTiles?: number,
    private readonly profile?: Profile,
  ) {
    this.forTiles = forTiles ?? budget / 2;
    this.cache = new ByteCache(forTiles === undefined ? budget / 2 : budget);
    this.tiles = new ByteCache(this.forTiles);
  }

  /**
   * The pixels of a region; shared with the cache, so not to be changed.
   * @throws Outdated when `isOutdated` said so on the way
   */
  pixels(node: Node, request: Request, isOutdated?: IsOutdated): Promise<Raster> | Raster {
    const { region, scale } = request;
    if (!touches(node.bounds, request)) return evenRaster(region.width, region.height, node.channels, 0);
    const key = `${keyIn(node, request)}|${scale}|${region.x},${region.y},${region.width},${region.height}`;
    const cache = this.cacheOf(node);
    const known = cache.get(key);
    if (known) return known;
    const shared = this.running.get(key);
    // Another request may give up the work that this one waits for; then it is begun again.
    if (shared)
      return shared.catch((error: unknown) =>
        error instanceof Outdated && !isOutdated?.()
          ? this.pixels(node, request, isOutdated)
          : Promise.reject(error as Error),
      );
    if (this.isAssembled(node, request)) return this.assemble(node, request, isOutdated);
    const work = this.compute(node, request, key, isOutdated).then(
      (raster) => {
        this.running.delete(key);
        cache.set(key, raster, raster.data.byteLength);
        return raster;
      },
      (error: unknown) => {
        this.running.delete(key);
        throw error;
      },
    );
    this.running.set(key, work);
    return work;
  }

  /** This evaluator for somebody whose work is given up as soon as it is outdated. */
  whileWanted(isOutdated: IsOutdated): Evaluator {
    const own = Object.create(this) as Evaluator;
    own.pixels = (node, request) => this.pixels(node, request, isOutdated);
    return own;
  }

  private cacheOf({ isForAll, isTiled }: Node): ByteCache<Raster> {
    if (isForAll) return this.forAll;
    return isTiled ? this.tiles : this.cache;
  }

  /** What is put together is not kept: its tiles are. */
  private isAssembled({ isTiled, channels }: Node, { region: { width, height } }: Request): boolean {
    const bytes = width * height * channels * 4;
    return isTiled === true && width * height >= leastTiled && bytes <= this.forTiles * mostTiled;
  }

  /** Puts a wide region together from the tiles of a fixed grid, as far as the node reaches. */
  private async assemble(node: Node, { region, scale }: Request, isOutdated?: IsOutdated): Promise<Raster> {
    const parts: { tile: Region; raster: Raster }[] = [];
    for (const tile of gridTiles(region)) {
      if (!touches(node.bounds, { region: tile, scale })) continue;
      parts.push({ tile, raster: await this.pixels(node, { region: tile, scale }, isOutdated) });
    }
    if (parts.every(({ raster }) => isBlank(raster))) return evenRaster(region.width, region.height, node.channels, 0);
    const out = emptyRaster(region.width, region.height, node.channels);
    for (const { tile, raster } of parts) {
      const seen = intersect(tile, region)!;
      put(out, region, crop(raster, tile, seen), seen);
    }
    return evened(out);
  }

  private async compute(node: Node, request: Request, key: string, isOutdated?: IsOutdated): Promise<Raster> {
    const inputs = Object.create(null) as Record<string, Raster>;
    /** @returns whether anything was new */
    const gather = async (needs: Needs): Promise<boolean> => {
      const fresh = Object.entries(needs).filter(([name]) => !(name in inputs));
      for (const [name, { node: input, region, scale = request.scale }] of fresh)
        inputs[name] = await this.pixels(input, { region, scale }, isOutdated);
      return fresh.length > 0;
    };
    await gather(node.needs(request));
    while (node.needsThen && (await gather(node.needsThen(request, inputs))));
    if (isOutdated?.()) throw new Outdated();
    const make = (): Raster | Promise<Raster> => node.compute(request, inputs);
    return evened(await (this.profile ? this.profile.timed(key, request, make) : make()));
  }
}
