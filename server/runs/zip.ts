import { createReadStream } from 'node:fs';
import { join } from 'node:path';
import { Zip, ZipPassThrough } from 'fflate';

/** Files of a folder as a zip that is made while it is sent: the memory never holds a whole file. Pictures are packed already. */
export function zipOf(folder: string, files: readonly string[]): ReadableStream<Uint8Array> {
  let isGone = false;
  return new ReadableStream<Uint8Array>({
    start(controller) {
      const zip = new Zip((error, chunk, isLast) => {
        if (isGone) return;
        if (error) return controller.error(error);
        controller.enqueue(chunk);
        if (isLast) controller.close();
      });
      void (async () => {
        for (const file of files) {
          const entry = new ZipPassThrough(file);
          zip.add(entry);
          for await (const chunk of createReadStream(join(folder, file))) {
            if (isGone) return;
            // Whoever fetches it slowly is waited for.
            while (!isGone && (controller.desiredSize ?? 1) < -64) await new Promise((again) => setTimeout(again, 20));
            entry.push(new Uint8Array(chunk as Buffer));
          }
          entry.push(new Uint8Array(0), true);
        }
        zip.end();
      })().catch((error: unknown) => !isGone && controller.error(error));
    },
    cancel() {
      isGone = true;
    },
  });
}
