import sharp from 'sharp';
import { Evaluator } from '../../core/graph/evaluate';
import { openMaterials, type Library, type Materials } from '../../core/graph/materials';
import { scaleWithin, sheetAt } from '../../core/graph/tiles';
import { toBytes } from '../../core/kernels/colour';
import type { Asset, Piece } from '../../core/piece/schema';
import { compile } from '../../core/render/compile';
import { fillRow, type Filled, type FillTools } from '../../core/runs/fill';
import { flagsOf, standingOf, type Spoken, type Standing } from '../../core/runs/measure';
import { withOwn } from '../../core/runs/own';
import { seenPiece } from '../../core/sizes/seen';
import { fileLibrary, type PictureShapes } from '../render/fileLibrary';
import { saveFile } from '../formats/saveFile';
import type { TilePool } from '../render/tilePool';
import { sync } from '../store/putInPlace';
import type { RowFilled, RowOrder, RowSolved, RunDesign, RunOrder } from './orders';

/** Longer side of a row's picture, px. */
const pictureSide = 320;
const cacheBytes = 96 * 1024 * 1024;

/** Solves, measures and makes the rows of one design; what the design itself shows is worked out once. */
export class RowWork {
  /** Where time went, ms: for a bench. */
  readonly spent = { filling: 0, measuring: 0, drawing: 0 };
  private readonly library: Library;
  private readonly shapes: PictureShapes;
  private readonly evaluator = new Evaluator(cacheBytes);
  private standing: Promise<Standing> | null = null;

  /** @param pool threads that draw files; they stay */
  constructor(
    private readonly design: RunDesign,
    private readonly pool: () => TilePool,
  ) {
    this.shapes = { ...design.shapes };
    this.library = fileLibrary(design.dataFolder, this.shapes);
  }

  async solve({ row, picture }: Extract<RunOrder, { kind: 'solve' }>): Promise<RowSolved> {
    const { piece, flags } = await this.timed('filling', this.fill(row));
    const materials = await this.open(piece.assets);
    this.standing ??= this.standingOfDesign();
    const design = await this.standing;
    const standing = await this.timed('measuring', standingOf(piece, materials, this.evaluator));
    await this.timed('drawing', this.draw(piece, materials, picture));
    return { flags: [...flags, ...flagsOf(design, standing, this.spokenOf(piece))] };
  }

  async make({ row, out, scratch, side, settings }: Extract<RunOrder, { kind: 'make' }>): Promise<void> {
    const { piece } = await this.timed('filling', this.fill(row));
    const { dataFolder, buildFolder } = this.design;
    const scale = side === null ? 1 : side / Math.max(piece.sheet.width, piece.sheet.height);
    // As many px as are made come to as many inches as the sheet has.
    const full = { ...settings, ppi: Math.max(1, Math.min(4800, piece.sheet.ppi * scale)) };
    const order = {
      buildFolder,
      dataFolder,
      piece,
      shapes: this.shapes,
      scale,
      settings: full,
      scratch,
      out,
      keepsPool: true,
    };
    await this.timed(
      'drawing',
      saveFile(order, () => undefined, this.pool()),
    );
    sync(out);
  }

  /** A row as its values alone make it. */
  async plain({ row }: Extract<RunOrder, { kind: 'fill' }>): Promise<RowFilled> {
    const { piece } = await this.fill({ ...row, own: [] });
    return { piece };
  }

  private async timed<Result>(what: keyof RowWork['spent'], work: Promise<Result>): Promise<Result> {
    const begun = performance.now();
    const result = await work;
    this.spent[what] += performance.now() - begun;
    return result;
  }

  private async fill(row: RowOrder): Promise<Filled> {
    Object.assign(this.shapes, row.shapes);
    const tools: FillTools = {
      faces: this.design.faces,
      picture: (name) => (Object.hasOwn(row.pictures, name) ? row.pictures[name] : `There is no picture "${name}".`),
      recipe: (name) => (Object.hasOwn(row.recipes, name) ? row.recipes[name] : null),
      open: (assets) => this.open(assets),
    };
    const { piece: plain, flags } = await fillRow(this.design.piece, this.design.slots, row.values, tools);
    const { piece, problem } = withOwn(plain, row.own);
    if (problem)
      flags.push({
        weight: 'stop',
        about: 'by hand',
        slot: null,
        says: `What was done by hand no longer fits. ${problem}`,
      });
    return { piece, flags };
  }

  private spokenOf({ letterings, plates }: Piece): Spoken {
    const named = [...letterings, ...plates];
    return {
      nameOf: (id) => named.find((one) => one.id === id)?.name ?? id,
      slotOf: (id, kind) =>
        this.design.slots.find((slot) => {
          if (slot.kind === 'words') return kind === 'words' && slot.lettering === id;
          if (slot.kind === 'plate') return kind === 'picture' && slot.plate === id;
          return slot.kind === 'fill' && kind === 'picture' && slot.lettering === id;
        })?.id ?? null,
    };
  }

  private open(assets: Readonly<Record<string, Asset>>) {
    return openMaterials(assets, this.library);
  }

  private async standingOfDesign(): Promise<Standing> {
    const { piece } = this.design;
    return standingOf(piece, await this.open(piece.assets), this.evaluator);
  }

  private async draw(whole: Piece, materials: Materials, path: string): Promise<void> {
    const piece = seenPiece(whole);
    const scale = scaleWithin(piece.sheet, pictureSide);
    const region = sheetAt(piece.sheet, scale);
    const { picture } = compile(piece, materials);
    const raster = await this.evaluator.pixels(picture, { region, scale });
    const { width, height } = region;
    await sharp(toBytes(raster, 0, 0), { raw: { width, height, channels: 4 } })
      .png({ compressionLevel: 3 })
      .toFile(path);
  }
}
