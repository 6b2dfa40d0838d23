import { isPathData } from '../../../core/shape/pathData';
import { filledPaths } from './pdfPaths';
import type { Outline } from './outline';

/** What takes longer to be read is given up, ms. */
const longestMs = 10_000;

/**
 * All filled outlines of a PDF's first page as one path. It is read in a worker of its own, and given up where it takes
 * too long.
 * @throws Error with the reason, for a person
 */
export async function outlineOfPdf(file: File): Promise<Outline> {
  const [reader, { default: worker }] = await Promise.all([
    import('pdfjs-dist'),
    import('pdfjs-dist/build/pdf.worker.min.mjs?url'),
  ]);
  reader.GlobalWorkerOptions.workerSrc = worker;
  const data = new Uint8Array(await file.arrayBuffer());
  const task = reader.getDocument({ data, isEvalSupported: false, disableFontFace: true, verbosity: 0 });
  const timer = setTimeout(() => void task.destroy(), longestMs);
  try {
    const page = await task.promise.then((pdf) => pdf.getPage(1));
    const { width, height, transform } = page.getViewport({ scale: 1 });
    const [a, b, c, d, e, f] = transform as number[];
    const operations = await page.getOperatorList();
    const { paths, hasText } = filledPaths(operations, reader.OPS, { a, b, c, d, e, f }, { width, height });
    return { data: joined(paths, hasText, file.name), width };
  } catch (error) {
    throw error instanceof OutlineError ? error : new Error(reasonOf(error, file.name));
  } finally {
    clearTimeout(timer);
    void task.destroy();
  }
}

class OutlineError extends Error {}

function joined(paths: readonly string[], hasText: boolean, name: string): string {
  const usable = paths.filter(isPathData);
  if (usable.length > 0) return usable.join(' ');
  throw new OutlineError(
    hasText
      ? `"${name}" has text on its first page, but no outline. Turn the text into outlines first.`
      : `"${name}" contains no filled outline on its first page.`,
  );
}

function reasonOf(error: unknown, name: string): string {
  const kind = (error as { name?: string }).name;
  if (kind === 'PasswordException') return `"${name}" is locked by a password. Save it without one first.`;
  return `"${name}" cannot be read: it is damaged, is no PDF, or takes too long.`;
}
