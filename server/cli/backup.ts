import { resolve } from 'node:path';
import { backUp } from '../backup/archive';
import { readConfig } from '../config';
import { runCommand, teller, sizeInWords } from './command';

const usage = `Writes everything - pieces, photographs, faces, runs, recipes - into one file, also while Inky Veil runs.

  npm run backup -- FILE

The data folder is that of INKY_DATA, or "data" in the project. The file is read back and checked before it counts.`;

runCommand(usage, 1, async ([file]) => {
  const out = resolve(file);
  const { files, pieces } = await backUp(readConfig(process.env).data, out, teller());
  const bytes = files.reduce((sum, one) => sum + one.bytes, 0);
  console.log(`${pieces} pieces, ${files.length} files (${sizeInWords(bytes)} unpacked), checked: ${out}`);
});
