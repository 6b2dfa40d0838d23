import { writeKeep, type RoughsOrder } from '../../core/roughs/order';
import type { RoughSummary, RoughsState } from '../../server/roughs/roughsService';
import { api, ask } from './client';

export type { RoughSummary, RoughsState };

/** Begins to make roughs; the same order is the same roughs. */
export const beginRoughs = (plate: string, order: RoughsOrder): Promise<RoughsState> =>
  ask(api.roughs.$post({ json: { plate, order } })) as Promise<RoughsState>;

export const roughsAt = (id: string): Promise<RoughsState> =>
  ask(api.roughs[':id'].$get({ param: { id } })) as Promise<RoughsState>;

/** Makes a piece of a rough. @returns its id */
export const takeRough = async (id: string, rough: string): Promise<string> =>
  (await ask(api.roughs[':id'][':rough'].piece.$post({ param: { id, rough } }))).id;

export const roughPicture = (id: string, rough: string): string => `/api/roughs/${id}/${rough}/picture`;

/**
 * Where roughs for a photograph and words are begun.
 * @param sheet what it is to have the shape of @param keep what no letter may cover
 */
export const roughsAddress = (
  plate: string | null,
  words: string,
  sheet?: { width: number; height: number },
  keep: RoughsOrder['keep'] = [],
): string =>
  `/roughs?${new URLSearchParams({
    ...(plate !== null && { plate }),
    words,
    ...(sheet && { shape: `${sheet.width}x${sheet.height}` }),
    ...(keep.length > 0 && { keep: writeKeep(keep) }),
  }).toString()}`;
