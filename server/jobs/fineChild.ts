import { bandOf, marksOf } from '../../core/passes/veils/fine/band';
import { solveFineEdge } from '../../core/passes/veils/fine/fineEdge';
import type { FineOrder, FineResult } from '../cutting/orders';
import { storeSolved } from '../cutting/storeSolved';
import { cutBytes, openPlate, wholePicture } from '../cutting/wholeCut';
import { serveJob } from './child';

serveJob<FineOrder, FineResult>(async (order, progress) => {
  progress(0.01, 'Reading the plate');
  const opened = await openPlate(order, order.mattes);
  const picture = await wholePicture(opened.picture);
  const cut = await cutBytes(opened, order);
  const band = bandOf(order.fine, cut, { x: 0, y: 0, width: picture.width, height: picture.height });
  const marked = marksOf(order.cuts, 1, { x: 0, y: 0, width: picture.width, height: picture.height });
  const solved = solveFineEdge(picture, cut, band, {
    marked,
    progress: (done) => progress(0.04 + 0.9 * done, 'Solving the edge'),
  });
  progress(0.95, 'Keeping it');
  return { matte: storeSolved(order.dataFolder, solved.matte), front: storeSolved(order.dataFolder, solved.front) };
});
