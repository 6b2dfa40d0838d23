import { readFileSync, writeFileSync } from 'node:fs';
import type { FaceFacts } from '../../core/type/faceFacts';
import { readFace } from '../codecs/readFace';
import { serveJob } from './child';

/** A face file to be read: where it lies, and where its plain form is to be written. */
export interface FaceOrder {
  file: string;
  name: string;
  out: string;
}

serveJob<FaceOrder, FaceFacts>(async ({ file, name, out }) => {
  const { bytes, facts } = await readFace(readFileSync(file), name);
  writeFileSync(out, bytes, { flag: 'wx', flush: true });
  return facts;
});
