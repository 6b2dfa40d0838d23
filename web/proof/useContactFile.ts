import { useEffect, useRef, useState } from 'react';
import type { ContactOrder } from '../../core/proof/contactSheet';
import { saveBlob } from '../bench/saveFile';

/** A picture that is chosen, and where it is. */
export interface ChosenPicture {
  caption: string;
  note: string;
  address: string;
}

type State =
  | { at: 'choosing' }
  | { at: 'making'; stage: string; done: number; startedAt: number }
  | { at: 'failed'; problem: string }
  | { at: 'done'; names: string[] };

/** Makes the files of a contact sheet: pictures are drawn one after the other, and it can be cancelled. */
export function useContactFile() {
  const [state, setState] = useState<State>({ at: 'choosing' });
  const running = useRef<AbortController | null>(null);
  useEffect(() => () => running.current?.abort(), []);
  const make = async (kind: 'pdf' | 'png', chosen: readonly ChosenPicture[], order: ContactOrder): Promise<void> => {
    const own = new AbortController();
    running.current = own;
    const startedAt = Date.now();
    const show = (stage: string, done: number): void => setState({ at: 'making', stage, done, startedAt });
    try {
      const pictures = [];
      for (const [i, { caption, note, address }] of chosen.entries()) {
        show(`Drawing picture ${i + 1} of ${chosen.length}`, i / (chosen.length + 1));
        const bytes = await fetchPicture(address, own.signal);
        const bitmap = await createImageBitmap(new Blob([bytes as Uint8Array<ArrayBuffer>]));
        pictures.push({ caption, note, bytes, bitmap, aspect: bitmap.width / bitmap.height });
      }
      show('Setting the page', chosen.length / (chosen.length + 1));
      // Only who makes one waits for what writes PDF.
      const { pdfFile, pngPages } = await import('./contactFiles');
      const files =
        kind === 'pdf'
          ? [new Blob([(await pdfFile(pictures, order)) as Uint8Array<ArrayBuffer>], { type: 'application/pdf' })]
          : await pngPages(pictures, order);
      if (own.signal.aborted) return;
      const names = files.map((file, i) => {
        const number = files.length > 1 ? ` ${i + 1}` : '';
        return saveBlob(file, `${order.title} contact sheet${number}.${kind}`);
      });
      setState({ at: 'done', names });
    } catch (error) {
      if (own.signal.aborted) setState({ at: 'choosing' });
      else
        setState({
          at: 'failed',
          problem: error instanceof Error ? error.message : 'The contact sheet could not be made. Try again.',
        });
    }
  };
  return { state, make, cancel: () => running.current?.abort() };
}

async function fetchPicture(address: string, signal: AbortSignal): Promise<Uint8Array> {
  const response = await fetch(address, { signal }).catch((error: unknown) => {
    if (signal.aborted) throw error;
    throw new Error('The server cannot be reached. Nothing is lost; try again.');
  });
  if (!response.ok) {
    const { message } = (await response.json().catch(() => ({}))) as { message?: string };
    throw new Error(message ?? 'A picture could not be drawn. Try again.');
  }
  return new Uint8Array(await response.arrayBuffer());
}
