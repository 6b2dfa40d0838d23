import type { Raster } from '../pixels/raster';
import { grow, intersect, union, type Region, type Size } from '../pixels/region';
import { evenRaster, isBlank } from '../pixels/even';
import {
  boundsOf,
  contentKey,
  keyIn,
  touches,
  type Inputs,
  type Need,
  type Needs,
  type Node,
  type Request,
} from './node';
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
  /** Of nothing nothing is made: where the source is blank, so is the result, and no further node is asked for. */
  keepsBlank?: boolean;
  /** A further node without which there is nothing: it is asked for first, and where it is blank, so is the result. */
  masked?: string;
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
  const everything = (request: Request): Record<string, Need> => {
    const wide = lying(request);
    const own = further.map(([name, node]): [string, Need] => [
      name,
      { node, region: filter.widely?.includes(name) ? wide : request.region },
    ]);
    return { source: { node: source, region: wide }, ...Object.fromEntries(own) };
  };
  const decisive = filter.masked ?? (filter.keepsBlank ? 'source' : null);
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
      if (!isReached(request)) return { source: { node: source, region: request.region } };
      const all = everything(request);
      return decisive === null ? all : { [decisive]: all[decisive] };
    },
    ...(decisive !== null && {
      needsThen: (request, inputs) => (!isReached(request) || isBlank(inputs[decisive]) ? {} : everything(request)),
    }),
    compute(request, inputs) {
      if (!isReached(request)) return inputs.source;
      const { region } = request;
      if (decisive !== null && isBlank(inputs[decisive]))
        return evenRaster(region.width, region.height, filter.channels ?? source.channels, 0);
      return filter.apply(inputs.source, { request, lying: lying(request), inputs });
    },
  };
}

/** How nodes are combined. */
export interface Combination {
  channels: 1 | 4;
  /** Where the result may paint, sheet px, null for everywhere; that of all nodes together when left out. */
  bounds?: Region | null;
  /** Names of nodes that are asked for first: where all of them are blank, so is the result. */
  blankWith?: readonly string[];
}

/**
 * Nodes of one channel or four that are combined px by px, by name. @param combine given each one's pixels in the same
 * region
 */
export function combined(
  key: string,
  nodes: Readonly<Record<string, Node>>,
  { channels, bounds, blankWith = [] }: Combination,
  combine: (inputs: Inputs, request: Request) => Raster,
): Node {
  const all = Object.entries(nodes);
  const first = blankWith.length > 0 ? all.filter(([name]) => blankWith.includes(name)) : all;
  const needsOf = (some: readonly (readonly [string, Node])[], { region }: Request): Needs =>
    Object.fromEntries(some.map(([name, node]) => [name, { node, region }]));
  const isNothing = (inputs: Inputs): boolean =>
    blankWith.length > 0 && blankWith.every((name) => isBlank(inputs[name]));
  return {
    key: contentKey(
      key,
      all.map(([name, node]) => [name, node.key]),
    ),
    isTiled: true,
    channels,
    bounds: bounds === undefined ? boundsOf(Object.values(nodes)) : bounds,
    needs: (request) => needsOf(first, request),
    ...(first.length < all.length && {
      needsThen: (request, inputs) => (isNothing(inputs) ? {} : needsOf(all, request)),
    }),
    compute: (request, inputs) =>
      isNothing(inputs)
        ? evenRaster(request.region.width, request.region.height, channels, 0)
        : combine(inputs, request),
  };
}
