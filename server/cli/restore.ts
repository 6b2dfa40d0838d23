import { join, resolve } from 'node:path';
import { restore } from '../backup/restore';
import { readConfig } from '../config';
import { runCommand, teller } from './command';

const usage = `Puts a backup in the place of the data folder; what was there before is kept beside it under another name.

  npm run restore -- FILE

It may run: it changes over by itself, in a moment. The data folder is that of INKY_DATA, or "data" in the project. A backup that is damaged changes nothing.`;

runCommand(usage, 1, async ([file]) => {
  const { data, root } = readConfig(process.env);
  const { manifest, before } = await restore(resolve(file), data, join(root, 'server', 'migrations'), teller());
  console.log(`${manifest.pieces} pieces of ${manifest.made} are in ${data}.`);
  if (before) console.log(`What was there before is in ${before}.`);
});
