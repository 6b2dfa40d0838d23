import { emptyRaster, type Raster } from '../pixels/raster';
import { ByteCache } from './cache';
import { touches, type Needs, type Node, type Request } from './node';

/** Thrown where a request was given up because something newer is wanted. */
export class Outdated extends Error {
  constructor() {
    super('Something newer is wanted.');
  }
}

/** Says whether a request is still wanted; asked between the steps of the work. */
export type IsOutdated = () => boolean;

/** Bytes that are kept of what all tiles read. */
const forAllBytes = 128 * 1024 * 1024;

/** Computes regions of nodes, keeps what it computed, and never computes the same thing twice at once. */
export class Evaluator {
  private readonly cache: ByteCache<Raster>;
  /** What all tiles read. */
  private readonly forAll = new ByteCache<Raster>(forAllBytes);
  private readonly running = new Map<string, Promise<Raster>>();

  /** @param budget bytes of rasters to keep */
  constructor(budget: number) {
    this.cache = new ByteCache(budget);
  }

  /**
   * The pixels of a region; shared with the cache, so not to be changed.
   * @throws Outdated when `isOutdated` said so on the way
   */
  pixels(node: Node, request: Request, isOutdated?: IsOutdated): Promise<Raster> | Raster {
    const { region, scale } = request;
    if (!touches(node.bounds, request)) return emptyRaster(region.width, region.height, node.channels);
    const key = `${node.keyAt?.(request) ?? node.key}|${scale}|${region.x},${region.y},${region.width},${region.height}`;
    const cache = node.isForAll ? this.forAll : this.cache;
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
    const work = this.compute(node, request, isOutdated).then(
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

  private async compute(node: Node, request: Request, isOutdated?: IsOutdated): Promise<Raster> {
    const inputs = Object.create(null) as Record<string, Raster>;
    const gather = async (needs: Needs): Promise<void> => {
      for (const [name, { node: input, region, scale = request.scale }] of Object.entries(needs))
        inputs[name] = await this.pixels(input, { region, scale }, isOutdated);
    };
    await gather(node.needs(request));
    if (node.needsThen) await gather(node.needsThen(request, inputs));
    if (isOutdated?.()) throw new Outdated();
    return node.compute(request, inputs);
  }
}
