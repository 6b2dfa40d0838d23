import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import { firstShadow, plainVeil, scribbledCut, type Veil } from '../../core/passes/veils/schema';
import { cutKey, cutsKey } from '../../core/passes/veils/solved';
import { newAssetKey } from '../../core/piece/edits/items';
import type { Asset } from '../../core/piece/schema';
import type { CutThing } from '../../core/roughs/make';
import type { SolvedFile } from '../cutting/storeSolved';
import type { PyramidShape } from '../store/pyramidFile';
import type { ThingAnswer, ThingCut, ThingEdge, ThingMask, ThingOrder } from './thingOrders';

/** A solved file, and what it is to a piece. */
export interface KeptFile {
  file: SolvedFile;
  kind: 'matte' | 'front';
}

/** What a thing throws on the letters behind it: close behind it, and no more than is sure to look right. */
const thingShadow = { ...firstShadow, lift: 8, strength: 0.4, obeys: true };

/** Finds what stands out in one plate and cuts it, in a thread of its own. */
export class ThingCutter {
  private readonly worker: Worker;
  private readonly waiting: { resolve(answer: ThingAnswer): void; reject(error: Error): void }[] = [];
  private readonly cuts = new Map<string, Promise<CutThing | null>>();
  /** What stands out, the likeliest first. */
  readonly masks: Promise<ThingMask[]>;

  /**
   * @param keep told of each file that was solved, before it is named
   * @param hasLamp whether the photograph tells where its light comes from
   */
  constructor(
    dataFolder: string,
    sha256: string,
    shape: PyramidShape,
    private readonly keep: (file: KeptFile) => void,
    private readonly hasLamp: () => boolean,
  ) {
    // Beside the bundle of whoever asks.
    this.worker = new Worker(fileURLToPath(new URL('thingWorker.js', import.meta.url)));
    this.worker.on('message', (answer: ThingAnswer) => {
      const first = this.waiting.shift();
      if (answer.kind === 'failed') first?.reject(new Error(answer.message));
      else first?.resolve(answer);
    });
    const end = (message: string): void => this.waiting.splice(0).forEach(({ reject }) => reject(new Error(message)));
    this.worker.on('error', (error) => end(error.message));
    this.worker.on('exit', () => end('The thread that cuts has ended: there may be too little memory.'));
    this.masks = this.ask({ kind: 'open', dataFolder, sha256, shape }).then((answer) =>
      answer.kind === 'things' ? answer.masks : [],
    );
    this.masks.catch(() => undefined);
  }

  /**
   * A thing as pieces take it; null where no strokes cut it.
   * @param whole as fine as the plate; otherwise as fine as a screen that shows all of it
   */
  cut(index: number, whole = false): Promise<CutThing | null> {
    return this.once(`cut ${index} ${whole}`, async () => {
      const answer = await this.ask({ kind: 'cut', index, whole });
      return answer.kind === 'cut' && answer.cut ? this.thingOf(answer.cut) : null;
    });
  }

  /** The same with hair, grass and blur on its edge solved. */
  withEdge(index: number, whole = false): Promise<CutThing | null> {
    return this.once(`edge ${index} ${whole}`, async () => {
      const thing = await this.cut(index, whole);
      const answer = await this.ask({ kind: 'edge', index, whole });
      return thing && answer.kind === 'edge' && answer.edge ? this.edged(thing, answer.edge) : thing;
    });
  }

  close(): void {
    void this.worker.terminate();
  }

  private ask(order: ThingOrder): Promise<ThingAnswer> {
    return new Promise((resolve, reject) => {
      this.waiting.push({ resolve, reject });
      this.worker.postMessage(order);
    });
  }

  private once(key: string, make: () => Promise<CutThing | null>): Promise<CutThing | null> {
    const made = this.cuts.get(key) ?? make();
    this.cuts.set(key, made);
    return made;
  }

  private thingOf({ marks, matte, isCoarse, softness }: ThingCut): CutThing {
    const bare = scribbledCut(marks);
    const [key, assets] = this.named(matte, 'matte', 'solved matte');
    const veil: Veil = plainVeil({
      id: '',
      name: 'What stands out',
      plate: '',
      cuts: [{ ...bare, matte: key, solvedFor: cutKey(bare), coarse: isCoarse }],
      feather: 0,
      softness: softness.length > 0 ? { profile: softness, factor: 1 } : null,
      shadow: this.hasLamp() ? thingShadow : null,
    });
    return { veil, assets };
  }

  private edged({ veil, assets }: CutThing, { matte, front }: ThingEdge): CutThing {
    const [matteKey, matteAsset] = this.named(matte, 'matte', 'solved matte');
    const [frontKey, frontAsset] = this.named(front, 'front', 'solved front');
    const isCoarse = veil.cuts.some((cut) => cut.kind === 'scribble' && cut.coarse);
    return {
      veil: {
        ...veil,
        fine: {
          band: [],
          reach: 0,
          needed: true,
          matte: matteKey,
          front: frontKey,
          // A page solves again what was solved coarsely.
          solvedFor: isCoarse ? '' : cutsKey(veil.cuts),
        },
      },
      assets: { ...assets, ...matteAsset, ...frontAsset },
    };
  }

  /** A solved file under the key that pieces name it by. */
  private named(file: SolvedFile, kind: KeptFile['kind'], name: string): [string, Record<string, Asset>] {
    this.keep({ file, kind });
    const key = newAssetKey({ kind, sha256: file.sha256 });
    return [key, { [key]: { kind, name, sha256: file.sha256 } }];
  }
}
