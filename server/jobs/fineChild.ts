import { marksOf } from '../../core/passes/veils/fine/band';
import { bandToSolve } from '../../core/passes/veils/fine/needed';
import type { FineOrder, FineResult } from '../cutting/orders';
import { solveEdgeTogether } from '../cutting/solveEdgeTogether';
import { storeSolved } from '../cutting/storeSolved';
import { cutBytes, openPlate, wholePicture } from '../cutting/wholeCut';
import { serveJob } from './child';

serveJob<FineOrder, FineResult>(async (order, progress) => {
  progress(0.01, 'Reading the plate');
  const opened = await openPlate(order, order.mattes);
  const picture = await wholePicture(opened.picture);
  const cut = await cutBytes(opened, order);
  progress(0.03, 'Looking for hair and blur');
  const band = bandToSolve(order.fine, picture, cut);
  const marked = marksOf(order.cuts, 1, { x: 0, y: 0, width: picture.width, height: picture.height });
  const solved = await solveEdgeTogether(
    { picture, cut, band, marked },
    { progress: (done) => progress(0.06 + 0.88 * done, 'Solving the edge') },
  );
  progress(0.95, 'Keeping it');
  return { matte: storeSolved(order.dataFolder, solved.matte), front: storeSolved(order.dataFolder, solved.front) };
});
