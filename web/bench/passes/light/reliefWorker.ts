/// <reference lib="webworker" />
import type { Direction } from '../../../../core/survey/relief';
import type { CoarseView } from '../../../../core/survey/view';
import { reliefPicture, type ReliefPicture } from './reliefPicture';

/** A photograph comes once, then the lights that it is to be seen in; each is answered by its picture. */
export type ReliefOrder = { view: CoarseView } | { light: Direction };
export type ReliefAnswer = ReliefPicture;

const scope = self as unknown as DedicatedWorkerGlobalScope;
let view: CoarseView | null = null;

scope.onmessage = ({ data }: MessageEvent<ReliefOrder>) => {
  if ('view' in data) view = data.view;
  else if (view) {
    const picture = reliefPicture(view, data.light);
    scope.postMessage(picture satisfies ReliefAnswer, [picture.pixels.buffer]);
  }
};
