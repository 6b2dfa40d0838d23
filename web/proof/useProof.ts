import { useCallback, useEffect, useMemo, useState } from 'react';
import type { Piece } from '../../core/piece/schema';
import type { Bytes } from '../../core/proof/look';
import type { ReadLetter } from '../../core/proof/reading';
import type { Look } from '../../core/render/compile';
import type { Measures } from '../../core/render/measure';
import type { Bench } from '../bench/benchContext';
import { left } from '../bench/benchState';
import { editing } from '../bench/editing';
import { useLetters, useMaterials } from '../bench/useMaterials';
import { workers } from '../bench/workers/workers';
import { useAppDispatch, useAppSelector } from '../store';
import { drawWhole } from './drawWhole';

/** Longer side of the picture that is proofed, px. */
export const proofSide = 1100;

const now: Look = {};
const before: Look = { before: true };

/** The piece that is proofed, once it is here. */
export function useProofedPiece(id: string): { piece: Piece | null; problem: string | null } {
  const dispatch = useAppDispatch();
  const piece = useAppSelector(({ bench }) => (bench.id === id ? bench.piece : null));
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    setProblem(null);
    editing
      .open(id)
      .catch((error: unknown) => setProblem(error instanceof Error ? error.message : 'This piece cannot be opened.'));
    return () => void dispatch(left());
  }, [id, dispatch]);
  return { piece, problem };
}

/** The finished picture and the bare photograph, and what is measured of the piece; each as it comes. */
export function useProofPictures(id: string, piece: Piece | null, wantsBefore: boolean) {
  const { renderer, tracer } = workers();
  const [problem, setProblem] = useState<string | null>(null);
  const failed = useCallback((message: string) => setProblem(message), []);
  const materials = useMaterials(piece, failed);
  const lettersOf = useLetters(materials);
  const [pictures, setPictures] = useState<{ of: Piece | null; now: Bytes | null; before: Bytes | null }>({
    of: null,
    now: null,
    before: null,
  });
  const [measures, setMeasures] = useState<Measures | null>(null);
  const scale = piece ? Math.min(1, proofSide / Math.max(piece.sheet.width, piece.sheet.height)) : 1;
  const isDrawn = piece !== null && pictures.of === piece && pictures.now !== null;
  const hasBefore = pictures.before !== null;
  useEffect(() => {
    if (!piece || !materials || (isDrawn && (!wantsBefore || hasBefore))) return;
    let current = true;
    const draw = async (): Promise<void> => {
      if (!isDrawn) {
        const drawn = await drawWhole(renderer, piece, now, scale);
        if (current) setPictures({ of: piece, now: drawn, before: null });
      } else {
        const drawn = await drawWhole(renderer, piece, before, scale);
        if (current) setPictures((known) => ({ ...known, before: drawn }));
      }
    };
    draw().catch(
      (error: unknown) => current && setProblem(error instanceof Error ? error.message : 'This could not be drawn.'),
    );
    return () => {
      current = false;
    };
  }, [renderer, piece, materials, scale, isDrawn, wantsBefore, hasBefore]);
  useEffect(() => () => workers().renderer.detach(), []);
  useEffect(() => {
    if (!isDrawn) return setMeasures(null);
    let current = true;
    renderer.measure().then(
      (found) => current && setMeasures(found),
      () => undefined,
    );
    return () => {
      current = false;
    };
  }, [renderer, isDrawn]);
  const bench = useMemo<Bench | null>(
    () =>
      piece && {
        id,
        piece,
        whole: piece,
        size: null,
        line: null,
        openLine: () => undefined,
        materials,
        faces: [],
        lettering: piece.letterings[0] ?? null,
        letters: piece.letterings[0] ? lettersOf(piece.letterings[0]) : null,
        lettersOf,
        veil: piece.veils.at(-1) ?? null,
        measures,
        isMeasured: measures !== null,
        renderer,
        tracer,
        mayChange: false,
      },
    [id, piece, materials, lettersOf, measures, renderer, tracer],
  );
  return { bench, pictures, scale, problem };
}

/** What is read from a distance, mm; null while that is worked out. */
export function useReading(isDrawn: boolean, distance: number): ReadLetter[] | null {
  const { renderer } = workers();
  const [read, setRead] = useState<{ distance: number; letters: ReadLetter[] } | null>(null);
  useEffect(() => {
    if (!isDrawn) return;
    let current = true;
    renderer.read(distance).then(
      (letters) => current && setRead({ distance, letters }),
      () => undefined,
    );
    return () => {
      current = false;
    };
  }, [renderer, isDrawn, distance]);
  return read?.distance === distance ? read.letters : null;
}
