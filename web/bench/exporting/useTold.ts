import { useEffect, useState } from 'react';
import type { WantedFile } from '../../../core/formats/fileSet';
import type { ToldSize } from '../../../server/exporting/toldBytes';
import { api, ask } from '../../api/client';

/** So long nothing is asked after a change, ms: a person is still choosing. */
const pause = 600;

/** What has been told of a piece as it was, by what was wanted. */
const told = new WeakMap<object, Map<string, ToldSize[]>>();

/**
 * How large files will be, told by the server from samples of them; null while it is worked out, or cannot be.
 * @param piece as it is now: what was told of it before holds no longer
 */
export function useTold(id: string, piece: object, files: readonly WantedFile[]): ToldSize[] | null {
  const wanted = JSON.stringify(files);
  const known = told.get(piece)?.get(wanted) ?? null;
  const [, setCount] = useState(0);
  const isKnown = known !== null || files.length === 0;
  useEffect(() => {
    if (isKnown) return;
    const own = new AbortController();
    const timer = setTimeout(() => {
      const asked = { param: { id }, json: { files: JSON.parse(wanted) as WantedFile[] } };
      ask(api.pieces[':id'].exports.told.$post(asked, { init: { signal: own.signal } })).then(
        (sizes) => {
          if (!told.has(piece)) told.set(piece, new Map());
          told.get(piece)!.set(wanted, sizes);
          setCount((count) => count + 1);
        },
        // It is a help; the file can be made without it.
        () => undefined,
      );
    }, pause);
    return () => {
      clearTimeout(timer);
      own.abort();
    };
  }, [id, piece, wanted, isKnown]);
  return known;
}

const amount = (bytes: number): string => {
  const kilobytes = bytes / 1e3;
  if (kilobytes < 1000) return `${Math.max(1, Math.round(kilobytes))} kB`;
  const megabytes = kilobytes / 1e3;
  return `${megabytes.toFixed(megabytes < 10 ? 1 : 0)} MB`;
};

/** Sizes that were told, together, in words. */
export function inWords(sizes: readonly ToldSize[]): string {
  const sum = (of: (size: ToldSize) => number): number => sizes.reduce((total, size) => total + of(size), 0);
  const [least, most] = [amount(sum((size) => size.least)), amount(sum((size) => size.most))];
  return least === most ? `about ${least}` : `${least} to ${most}`;
}
