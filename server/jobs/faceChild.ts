import { readFileSync, writeFileSync } from 'node:fs';
import type { FaceFacts } from '../../core/type/faceFacts';
import { readFaces } from '../codecs/readFace';
import { serveJob } from './child';
import { faceOut, type FaceOrder } from './faceOrder';

serveJob<FaceOrder, FaceFacts[]>(async ({ file, name, out }) => {
  const faces = await readFaces(readFileSync(file), name);
  faces.forEach(({ bytes }, i) => writeFileSync(faceOut(out, i), bytes, { flag: 'wx', flush: true }));
  return faces.map(({ facts }) => facts);
});
