import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import sharp from 'sharp';
import { drawCuts } from '../../core/passes/veils/cutRaster';
import { marksOf } from '../../core/passes/veils/fine/band';
import { bandToSolve } from '../../core/passes/veils/fine/needed';
import { solveFineEdge } from '../../core/passes/veils/fine/fineEdge';
import { scribbledCut, type Cut, type EdgeBand, type FineEdge, type Softness } from '../../core/passes/veils/schema';
import { ScribbleCutter } from '../../core/passes/veils/scribble/scribbleCut';
import { borderOf, measureProfile } from '../../core/passes/veils/softness/profile';
import { readStrokes, type StrokesFile } from '../../core/passes/veils/strokesFile';
import type { Asset } from '../../core/piece/schema';
import type { Level, Picture } from '../../core/pictures/pyramid';
import type { Raster } from '../../core/pixels/raster';
import type { Region } from '../../core/pixels/region';
import { pictureOf } from '../../core/testing/pictures';

/** What the program solved for a demo piece, kept as files beside it. */
export class Solver {
  readonly assets: Record<string, Asset> = {};
  private readonly levels = new Map<string, Level>();

  private constructor(
    private readonly piece: string,
    private readonly picture: Level,
    readonly plate: Picture,
  ) {}

  static async open(piece: string, plate: string): Promise<Solver> {
    const { data, info } = await sharp(`demo/plates/${plate}.jpg`).raw().toBuffer({ resolveWithObject: true });
    const picture: Level = { width: info.width, height: info.height, channels: 3, bytes: data };
    return new Solver(piece, picture, pictureOf(plate, picture));
  }

  /** A scribble cut of the strokes in `demo/strokes`. */
  async scribble(name: string, strokes = name, operation: Cut['operation'] = 'add'): Promise<Cut> {
    const { marks } = readStrokesOf(strokes);
    const matte = new ScribbleCutter(this.picture).cut(marks)!;
    return {
      ...scribbledCut(marks, operation),
      matte: await this.keep(`${name}-cut`, matte, 'matte'),
    };
  }

  /** All cuts in a part of the plate, or over the whole. */
  private cutsOf(
    cuts: readonly Cut[],
    region: Region = { x: 0, y: 0, width: this.picture.width, height: this.picture.height },
  ): Promise<Raster> {
    const matte = (key: string): Picture => pictureOf(key, this.levels.get(key)!);
    return drawCuts(cuts, { picture: this.plate, matte, toOutput: { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 } }, region);
  }

  /** The edge solved in a band. */
  async fine(name: string, cuts: readonly Cut[], { band, reach, needed }: EdgeBand): Promise<FineEdge> {
    const whole = { x: 0, y: 0, width: this.picture.width, height: this.picture.height };
    const cut = Uint8Array.from((await this.cutsOf(cuts)).data, (value) => Math.round(value * 255));
    const solved = solveFineEdge(this.picture, cut, bandToSolve({ band, reach, needed }, this.picture, cut), {
      marked: marksOf(cuts, 1, whole),
    });
    return {
      band,
      reach,
      needed,
      matte: await this.keep(`${name}-fine`, solved.matte, 'matte'),
      front: await this.keep(`${name}-front`, solved.front, 'front'),
      solvedFor: null,
    };
  }

  /** The softness of the photo along the border of some cuts. */
  async softness(cuts: readonly Cut[]): Promise<Softness> {
    return {
      profile: await measureProfile(this.plate, borderOf(await this.cutsOf(cuts), 1), (region) =>
        this.cutsOf(cuts, region),
      ),
      factor: 1,
    };
  }

  private async keep(name: string, level: Level, kind: 'matte' | 'front'): Promise<string> {
    const key = `${this.piece}-${name}`;
    const path = `mattes/${key}.png`;
    mkdirSync('demo/mattes', { recursive: true });
    const { width, height, channels, bytes } = level;
    writeFileSync(
      `demo/${path}`,
      await sharp(bytes, { raw: { width, height, channels } })
        .png({ compressionLevel: 9, ...(channels === 1 && { palette: false }) })
        .toColourspace(channels === 1 ? 'b-w' : 'srgb')
        .toBuffer(),
    );
    this.assets[key] = { kind, name, path };
    this.levels.set(key, level);
    return key;
  }
}

/** Strokes, and the band that was painted with them. */
export function readStrokesOf(name: string): StrokesFile {
  return readStrokes(JSON.parse(readFileSync(`demo/strokes/${name}.json`, 'utf8')));
}
