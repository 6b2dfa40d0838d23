import type { Bench } from './benchContext';
import { benchPasses } from './passes';
import { isLayersFile } from './passes/plate/layers/readLayers';

const isPhotograph = ({ type, name }: File): boolean =>
  /^image\/(jpeg|png|webp|tiff|avif)$/.test(type) || /\.(jpe?g|png|webp|tiff?|avif)$/i.test(name);

/**
 * Hands each dropped file to the line that knows what to do with it. @param asked gets a photograph, which may be for several lines, or a file of layers; @param failed
 * the files that nobody takes
 */
export async function takeFiles(
  bench: Bench,
  files: readonly File[],
  asked: (photograph: File) => void,
  failed: (message: string) => void,
): Promise<void> {
  if (!bench.mayChange) return;
  for (const file of files) {
    const take = benchPasses.map((pass) => pass.takesFile?.(file) ?? null).find((one) => one !== null);
    if (take) await take(bench, file);
    else if (isPhotograph(file) || isLayersFile(file)) asked(file);
    else
      failed(
        `"${file.name}" cannot be dropped here. The sheet takes photographs, outlines (SVG, PDF) and layers (OpenRaster); a face goes into the type case.`,
      );
  }
}
