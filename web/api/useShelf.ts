import { useCallback, useEffect, useRef, useState } from 'react';
import type { PieceSummary, ShelfPart } from '../../server/store/pieces';
import { messageOf } from '../ui/messageOf';
import { api, ask } from './client';

/** So many pieces are shown at first, and more each time that more are asked for. */
export const shelfStep = 60;
/** Typing has paused, ms. */
const pause = 200;

export interface Shelf {
  /** Null until they have come. */
  pieces: PieceSummary[] | null;
  /** How many have what is searched for in their names, and how many there are. */
  found: number;
  all: number;
  search: string;
  setSearch(text: string): void;
  more(): void;
  /** Looks again, as after a change. */
  reload(): Promise<void>;
}

/** A part of the Shelf, by what is searched for. @param failed told what went wrong */
export function useShelf(failed: (message: string) => void): Shelf {
  const [part, setPart] = useState<ShelfPart | null>(null);
  const [search, setSearch] = useState('');
  const [count, setCount] = useState(shelfStep);
  const asked = useRef(0);
  const reload = useCallback(async () => {
    const own = ++asked.current;
    try {
      const came = await ask(api.pieces.shelf.$get({ query: { search, from: '0', count: String(count) } }));
      // Only what was asked for last is shown, whichever answer comes last.
      if (own === asked.current) setPart(came);
    } catch (error) {
      if (own === asked.current) failed(messageOf(error));
    }
  }, [search, count, failed]);
  useEffect(() => {
    const soon = window.setTimeout(() => void reload(), asked.current === 0 ? 0 : pause);
    return () => window.clearTimeout(soon);
  }, [reload]);
  return {
    pieces: part?.pieces ?? null,
    found: part?.found ?? 0,
    all: part?.all ?? 0,
    search,
    setSearch: useCallback((text: string) => {
      setSearch(text);
      setCount(shelfStep);
    }, []),
    more: useCallback(() => setCount((known) => known + shelfStep), []),
    reload,
  };
}
