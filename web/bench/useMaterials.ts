import { useEffect, useMemo, useState } from 'react';
import type { Letters } from '../../core/type/letters';
import type { Materials } from '../../core/graph/materials';
import type { Lettering, Piece } from '../../core/piece/schema';
import { arrange } from '../../core/render/arrange';
import { openMaterials } from '../../core/graph/materials';
import { httpLibrary } from '../api/library';

const library = httpLibrary(1024 * 1024);

/**
 * The faces and plates that a piece names, once they are here; opened anew only when these change. Solved mattes come
 * and go with
 * each stroke of the hand; the page itself has no need of them.
 */
export function useMaterials(piece: Piece | null, failed: (message: string) => void): Materials | null {
  const [materials, setMaterials] = useState<{ of: string; materials: Materials } | null>(null);
  const assets = piece
    ? JSON.stringify(
        Object.fromEntries(Object.entries(piece.assets).filter(([, { kind }]) => kind === 'plate' || kind === 'face')),
      )
    : '';
  useEffect(() => {
    if (!assets) return;
    let current = true;
    openMaterials(JSON.parse(assets) as Piece['assets'], library).then(
      (opened) => current && setMaterials({ of: assets, materials: opened }),
      (error: unknown) =>
        current && failed(error instanceof Error ? error.message : 'A file of this piece cannot be read.'),
    );
    return () => {
      current = false;
    };
  }, [assets, failed]);
  return materials && materials.of === assets ? materials.materials : null;
}

/** Letterings laid out for the page's own use: handles, carets and gauges. Each is laid out once for each change. */
export function useLetters(materials: Materials | null): (lettering: Lettering) => Letters | null {
  return useMemo(() => {
    const known = new WeakMap<Lettering, Letters>();
    return (lettering) => {
      if (!materials) return null;
      let letters = known.get(lettering);
      if (!letters) {
        try {
          letters = arrange(lettering, materials);
        } catch {
          return null;
        }
        known.set(lettering, letters);
      }
      return letters;
    };
  }, [materials]);
}
