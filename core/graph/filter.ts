import type { Raster } from '../pixels/raster';
import { grow, intersect, union, type Region, type Size } from '../pixels/region';
import { boundsOf, contentKey, keyIn, touches, type Inputs, type Need, type Node, type Request } from './node';
import { sheetAt } from './tiles';

/** What a filter is given for one request. */
export interface FilterWork {
  request: Request;
  /** Where the source lies, output px. */
  lying: Region;
  /**
   * The further inputs, by name; each lies at `lying` where the filter reads it widely, else at the request's region.
   */
  inputs: Inputs;
}

/**
 * A computation on pixels that reads a neighbourhood of its source. Bounds, needs, keys and solidity follow from this.
 */
export interface Filter {
  /** Says what the filter does, values and all: the same key, the same pixels. */
  key: string;
  /** How far around a px it reads, sheet px. */
  reach: number;
  /**
   * Which region of the source a request is made from, output px; the request's own grown by the reach when left out.
   */
  from?(request: Request): Region;
  /** Further nodes that it reads, at the same place. */
  with?: Readonly<Record<string, Node>>;
  /** Those of them that are read as widely as the source. */
  widely?: readonly string[];
  /** Channels of the result, where they are not the source's. */
  channels?: 1 | 4;
  /**
   * Where the result may paint, sheet px, null for everywhere; the source's bounds grown by the reach when left out.
   */
  bounds?: Region | null;
  /** The sheet beyond whose border nothing is read. */
  within?: Size;
  /** Outside of this the source stays as it is, sheet px: nothing is computed there. */
  only?: Region | null;
  /** What is opaque stays opaque. */
  keepsSolid?: boolean;
  /**
   * The key and the px that are read decide everything: what changes of the source elsewhere changes nothing here. Not
   * where `apply` knows more of the source than its px, such as the letters that it was made of.
   */
  isPure?: boolean;
  apply(source: Raster, work: FilterWork): Raster | Promise<Raster>;
}

/** The source with a filter on it. Lengths follow the scale of the request. */
export function filtered(source: Node, filter: Filter): Node {
  const { reach, within, only = null } = filter;
  const further = Object.entries(filter.with ?? {});
  const isReached = (request: Request): boolean => touches(only, request);
  const lying = (request: Request): Region => {
    const { region, scale } = request;
    const wide = filter.from ? filter.from(request) : grow(region, Math.ceil(reach * scale));
    return within ? union(region, intersect(wide, sheetAt(within, scale)))! : wide;
  };
  const own = contentKey(filter.key, 'filtered', reach, within, only);
  const key = contentKey(
    own,
    source.key,
    further.map(([name, node]) => [name, node.key]),
  );
  const pureKeyAt = (request: Request): string =>
    contentKey(
      own,
      keyIn(source, { ...request, region: lying(request) }),
      further.map(([name, node]) => [
        name,
        keyIn(node, filter.widely?.includes(name) ? { ...request, region: lying(request) } : request),
      ]),
    );
  const keyThere = (request: Request): string =>
    filter.isPure ? pureKeyAt(request) : contentKey(key, source.keyAt?.({ ...request, region: lying(request) }));
  const grown = source.bounds && grow(source.bounds, reach);
  return {
    key,
    isTiled: true,
    channels: filter.channels ?? source.channels,
    bounds: filter.bounds === undefined ? grown : filter.bounds,
    ...(filter.keepsSolid && { isSolid: (request) => source.isSolid?.(request) === true }),
    ...((source.keyAt || only || (filter.isPure && further.some(([, node]) => node.keyAt))) && {
      keyAt: (request) => (isReached(request) ? keyThere(request) : keyIn(source, request)),
    }),
    ...(only && {
      asStored: async (request) => (isReached(request) ? null : ((await source.asStored?.(request)) ?? null)),
    }),
    needs(request) {
      const { region } = request;
      if (!isReached(request)) return { source: { node: source, region } };
      const wide = lying(request);
      const own = further.map(([name, node]): [string, Need] => [
        name,
        { node, region: filter.widely?.includes(name) ? wide : region },
      ]);
      return { source: { node: source, region: wide }, ...Object.fromEntries(own) };
    },
    compute(request, inputs) {
      if (!isReached(request)) return inputs.source;
      return filter.apply(inputs.source, { request, lying: lying(request), inputs });
    },
  };
}

/**
 * Nodes of one channel or four that are combined px by px, by name. @param combine given each one's pixels in the same
 * region
 */
export function combined(
  key: string,
  nodes: Readonly<Record<string, Node>>,
  options: { channels: 1 | 4; bounds?: Region | null },
  combine: (inputs: Inputs, request: Request) => Raster,
): Node {
  const all = Object.entries(nodes);
  return {
    key: contentKey(
      key,
      all.map(([name, node]) => [name, node.key]),
    ),
    isTiled: true,
    channels: options.channels,
    bounds: options.bounds === undefined ? boundsOf(Object.values(nodes)) : options.bounds,
    needs: ({ region }) => Object.fromEntries(all.map(([name, node]) => [name, { node, region }])),
    compute: (request, inputs) => combine(inputs, request),
  };
}
