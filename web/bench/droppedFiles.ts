import type { Bench } from './benchContext';
import { benchPasses } from './passes';

/** Hands each dropped file to the line that knows what to do with it. @param failed gets the files that nobody takes */
export async function takeFiles(
  bench: Bench,
  files: readonly File[],
  failed: (message: string) => void,
): Promise<void> {
  if (!bench.mayChange) return;
  for (const file of files) {
    const take = benchPasses.map((pass) => pass.takesFile?.(file) ?? null).find((one) => one !== null);
    if (take) await take(bench, file);
    else
      failed(
        `"${file.name}" cannot be dropped here. The sheet takes SVG outlines; choose a photograph on line 0, a face in the type case.`,
      );
  }
}
