import { useCallback, useEffect, useRef, useState } from 'react';
import type { Scene } from './renderer';
import { workers } from './workers';

/** The workers at the service of this bench: what is shown sharp, and who is told of new tiles. */
export function useWorkers(failed: (message: string) => void) {
  const listeners = useRef(new Set<() => void>());
  const [sharp, setSharp] = useState<Scene | null>(null);
  useEffect(() => {
    const { renderer } = workers();
    renderer.attach((state) => {
      setSharp(state.sharp);
      if (state.frameMs !== null)
        window.dispatchEvent(
          new CustomEvent('inky-veil-frame', { detail: { sharp: state.sharp !== null, frameMs: state.frameMs } }),
        );
      for (const listener of listeners.current) listener();
    }, failed);
    return () => renderer.detach();
  }, [failed]);
  const onTiles = useCallback((listener: () => void) => {
    listeners.current.add(listener);
    return () => void listeners.current.delete(listener);
  }, []);
  return { sharp, onTiles };
}
