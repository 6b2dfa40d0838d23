// Draws one file and writes its px: drawingChild SVG|PDF PATH
import { readFileSync } from 'node:fs';
import { Problem } from '../problem';
import { drawPage } from './drawPage';
import { drawSvg } from './drawSvg';
import { headerBytes, refused } from './drawnFile';

async function main([kind, path]: readonly string[]): Promise<void> {
  const bytes = new Uint8Array(readFileSync(path));
  const drawn = await (kind === 'PDF' ? drawPage(bytes) : drawSvg(bytes));
  const header = Buffer.alloc(headerBytes);
  header.writeUInt32LE(drawn.width, 0);
  header.writeUInt32LE(drawn.height, 4);
  process.stdout.write(header);
  process.stdout.write(drawn.bytes);
}

main(process.argv.slice(2)).catch((error: unknown) => {
  const { status, message } = error as Problem;
  process.stderr.write(`\n${JSON.stringify({ status, message })}\n`);
  process.exitCode = error instanceof Problem ? refused : 1;
});
