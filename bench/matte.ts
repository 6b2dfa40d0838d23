import { execFileSync } from 'node:child_process';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { gaussianBlur } from '../core/kernels/blur';
import { bandToSolve } from '../core/passes/veils/fine/needed';
import { solveFineEdge } from '../core/passes/veils/fine/fineEdge';
import { drawMarks, type Mark } from '../core/passes/veils/scribble/marks';
import { ScribbleCutter } from '../core/passes/veils/scribble/scribbleCut';
import type { Level } from '../core/pictures/pyramid';
import { pictureOf } from '../core/testing/pictures';
import { fractions, meanSquaredError, overlap, trueCut, type TrueCutName } from '../core/testing/truth';
import { plateLevel, trueMatte, type PlateFolder } from '../core/testing/plates';
import { randomStrokes } from '../core/testing/strokes';
import { strokeThrough, wrongness } from '../core/passes/veils/standout/strokesFor';
import { StandOut } from '../core/passes/veils/standout/standOut';
import { measureBorder, type BorderMeasures } from './borders';
import { largePlate } from './material';
import { tracedByHand } from './outline';
import { median, printRow } from './rows';

const names: TrueCutName[] = ['ribbons', 'figure', 'jar', 'grass'];
const folder = join('build', 'bench');
/** Feathers that are tried, sigma in px. */
const feathers = [0, 0.5, 1, 1.5, 2, 3, 4, 6, 8, 12, 16];

interface Error4 {
  sad: number;
  mse: number;
  gradient: number;
}

/** Prints an error of ours beside a peer's. */
function printError(name: string, ours: number, peer: string, peerValue: number, unit: string): void {
  console.log(`${name.padEnd(62)} ours ${ours.toFixed(4).padStart(9)}   ${peer}: ${peerValue.toFixed(4)} ${unit}`);
  console.log(
    JSON.stringify({
      name,
      ours: Math.round(ours * 1e5) / 1e5,
      peer,
      peer_value: Math.round(peerValue * 1e5) / 1e5,
      unit,
    }),
  );
}

function python(
  what: string,
  picture: Level,
  files: Record<string, Uint8Array>,
): { ms: number; out: Uint8Array } | null {
  mkdirSync(folder, { recursive: true });
  const order: Record<string, unknown> = {
    what,
    width: picture.width,
    height: picture.height,
    out: join(folder, `${what}.raw`),
  };
  for (const [name, bytes] of Object.entries({ picture: picture.bytes, ...files })) {
    order[name] = join(folder, `${what}-${name}.raw`);
    writeFileSync(order[name] as string, bytes);
  }
  try {
    const told = execFileSync('/usr/bin/python3', ['bench/peers/cutting.py', JSON.stringify(order)], {
      encoding: 'utf8',
      stdio: ['ignore', 'pipe', 'ignore'],
      timeout: 280000,
    });
    return { ms: (JSON.parse(told) as { ms: number }).ms, out: readFileSync(order.out as string) };
  } catch {
    return null;
  }
}

/**
 * The measures of the alpha-matting literature over the band: SAD in thousands, MSE, gradient error in thousands
 * (Rhemann et al. 2009, sigma 1.4).
 */
function errors(matte: Float32Array, truth: Float32Array, where: Uint8Array, width: number, height: number): Error4 {
  let sad = 0;
  for (let i = 0; i < truth.length; i++) if (where[i]) sad += Math.abs(matte[i] - truth[i]);
  const slope = (data: Float32Array): Float32Array => {
    const smooth = gaussianBlur({ width, height, channels: 1, data }, 1.4).data;
    return smooth.map((_, i) => {
      const [x, y] = [i % width, Math.floor(i / width)];
      const gx = x > 0 && x < width - 1 ? (smooth[i + 1] - smooth[i - 1]) / 2 : 0;
      const gy = y > 0 && y < height - 1 ? (smooth[i + width] - smooth[i - width]) / 2 : 0;
      return Math.hypot(gx, gy);
    });
  };
  const [own, wanted] = [slope(matte), slope(truth)];
  let gradient = 0;
  for (let i = 0; i < truth.length; i++) if (where[i]) gradient += (own[i] - wanted[i]) ** 2;
  return { sad: sad / 1000, mse: meanSquaredError(matte, truth, where), gradient: gradient / 1000 };
}

async function quality(): Promise<void> {
  for (const name of names) {
    const { picture, strokes, truth } = await trueCut(name);
    const { width, height } = picture;
    const whole = { x: 0, y: 0, width, height };
    const start = performance.now();
    const { bytes } = new ScribbleCutter(picture).cut(strokes.marks)!;
    const cutMs = performance.now() - start;
    const marks = drawMarks(strokes.marks, 1, whole);
    const grabbed = python('grabcut', picture, { marks });
    if (grabbed) {
      printRow({ name: `scribble cut, ${name}, all in`, ours_ms: cutMs, peer: 'OpenCV GrabCut', peer_ms: grabbed.ms });
      printError(
        `scribble cut, ${name}`,
        overlap(fractions(bytes), truth),
        'OpenCV GrabCut',
        overlap(fractions(grabbed.out), truth),
        'intersection over union (more is better)',
      );
    }
    const where = bandToSolve(strokes, picture, bytes);
    const before = performance.now();
    const solved = fractions(solveFineEdge(picture, bytes, where, { marked: marks }).matte.bytes);
    const solveMs = performance.now() - before;
    const featheredBest = (data: Float32Array): { first: Error4; best: Error4 } => {
      const all = feathers.map((sigma) =>
        errors(
          sigma === 0 ? data : gaussianBlur({ width, height, channels: 1, data }, sigma).data,
          truth,
          where,
          width,
          height,
        ),
      );
      return { first: all[0], best: all.reduce((a, b) => (b.mse < a.mse ? b : a)) };
    };
    const { first: unfeathered, best } = featheredBest(fractions(bytes));
    const traced = featheredBest(await tracedByHand(pictureOf(name, picture), truth)).best;
    const own = errors(solved, truth, where, width, height);
    for (const measure of ['mse', 'sad', 'gradient'] as const) {
      printError(`fine edge, ${name}, ${measure} in the band`, own[measure], 'the cut alone', unfeathered[measure], '');
      printError(`fine edge, ${name}, ${measure} in the band`, own[measure], 'best feather', best[measure], '');
      printError(
        `fine edge, ${name}, ${measure} in the band`,
        own[measure],
        'traced along the true form, best feather',
        traced[measure],
        '',
      );
    }
    const known = Uint8Array.from(bytes, (value, i) => (where[i] ? 128 : value));
    const closed = python('levin', picture, { known });
    if (!closed) continue;
    printRow({
      name: `fine edge, ${name}`,
      ours_ms: solveMs,
      peer: 'closed form (Levin 2008), SciPy',
      peer_ms: closed.ms,
    });
    const reference = errors(fractions(closed.out), truth, where, width, height);
    for (const measure of ['mse', 'sad', 'gradient'] as const)
      printError(
        `fine edge, ${name}, ${measure} in the band`,
        own[measure],
        'closed form (Levin 2008)',
        reference[measure],
        '',
      );
  }
}

/** Things of the demo plates that are cut by strokes nobody chose, and the seeds of these. */
const cutByChance = [
  'kilnwall.post',
  'ribbons.ribbon-a',
  'ribbons.ribbon-b',
  'ribbons.ribbon-c',
  'potter-figure.figure',
  'jar.jar',
  'dune.kite',
  'dune.ridge',
];
const seeds = [1, 2, 3, 4];

/** Of kinds that the demo plates are not; see `bench/plates/kinds.pov` and `places.pov`. */
const furtherKinds = [
  ...['fur', 'glass', 'spokes', 'drawn', 'kiosk', 'boat'],
  ...['lighthouse', 'peaks', 'lane', 'bowls', 'trunks', 'lanterns', 'snow', 'hall', 'blossom', 'pots'],
];
/** How many strokes a person draws to correct a cut. */
const corrections = 3;

/** The scribble cut on strokes as a person might draw them: worst and median, beside the peer on the same strokes. */
async function chance(): Promise<void> {
  for (const name of cutByChance) await chanceOf(name, 'demo/plates');
  for (const kind of furtherKinds) await chanceOf(`${kind}.${kind}`, 'bench/plates');
}

async function chanceOf(name: string, folder: PlateFolder): Promise<void> {
  const picture = await plateLevel(name.split('.')[0], folder);
  const { width, height } = picture;
  const { data: truth } = await trueMatte(name, folder);
  const cutter = new ScribbleCutter(picture);
  const [ours, corrected, theirs]: number[][] = [[], [], []];
  for (const seed of seeds) {
    const strokes = randomStrokes(truth, width, height, seed);
    const cut = cutter.cut(strokes)!;
    ours.push(overlap(fractions(cut.bytes), truth));
    corrected.push(overlap(fractions(correctedCut(cutter, strokes, cut, truth).bytes), truth));
    const marks = drawMarks(strokes, 1, { x: 0, y: 0, width, height });
    const grabbed = python('grabcut', picture, { marks });
    if (grabbed) theirs.push(overlap(fractions(grabbed.out), truth));
  }
  console.log(
    `scribble cut by chance, ${name}, ${corrections} strokes more where most is wrong: worst ${Math.min(...corrected).toFixed(3)}, median ${median(corrected).toFixed(3)} (wanted 0.97)`,
  );
  if (theirs.length === 0) return;
  const unit = 'intersection over union (more is better)';
  printError(`scribble cut by chance, ${name}, worst`, Math.min(...ours), 'OpenCV GrabCut', Math.min(...theirs), unit);
  printError(`scribble cut by chance, ${name}, median`, median(ours), 'OpenCV GrabCut', median(theirs), unit);
}

/** A cut with strokes through what is most wrong, one after the other, as a person corrects it. */
function correctedCut(cutter: ScribbleCutter, strokes: readonly Mark[], cut: Level, truth: Float32Array): Level {
  let [marks, found] = [strokes, cut];
  for (let count = 0; count < corrections; count++) {
    const wrong = found.bytes.map((value, i) => wrongness(Number(truth[i] > 0.5), Number(value > 127)));
    const stroke = strokeThrough(wrong, found.width, found.height);
    if (!stroke) break;
    marks = [...marks, stroke];
    found = cutter.cut(marks) ?? found;
  }
  return found;
}

/** Things with borders that are smooth in the main. */
const bordered = cutByChance.filter((name) => !name.startsWith('dune'));
/** A cut that is this near to the truth says something of its border. */
const goodEnough = 0.9;

/** The borders of cuts by chance strokes, where the cut is good: ours, and the peer's mask with its best feather. */
async function borders(): Promise<void> {
  for (const name of bordered) {
    const picture = await plateLevel(name.split('.')[0]);
    const { width, height } = picture;
    const { data: truth } = await trueMatte(name);
    const bytes = Uint8Array.from(truth, (value) => Math.round(value * 255));
    const cutter = new ScribbleCutter(picture);
    const own: BorderMeasures[] = [];
    const peers: BorderMeasures[] = [];
    for (const seed of seeds) {
      const strokes = randomStrokes(truth, width, height, seed);
      const cut = cutter.cut(strokes)!.bytes;
      if (overlap(fractions(cut), truth) > goodEnough) own.push(measureBorder(picture, cut, bytes));
      const grabbed = python('grabcut', picture, { marks: drawMarks(strokes, 1, { x: 0, y: 0, width, height }) });
      if (!grabbed || overlap(fractions(grabbed.out), truth) <= goodEnough) continue;
      const feathered = gaussianBlur({ width, height, channels: 1, data: fractions(grabbed.out) }, 0.5).data;
      peers.push(
        measureBorder(
          picture,
          Uint8Array.from(feathered, (value) => Math.round(value * 255)),
          bytes,
        ),
      );
    }
    const of = (all: BorderMeasures[], key: keyof BorderMeasures): number => median(all.map((one) => one[key]));
    const told = `${own.length} and ${peers.length} of ${seeds.length} cuts above ${goodEnough}`;
    if (own.length === 0) console.log(`border of ${name}: no cut of ours above ${goodEnough}`);
    else
      for (const [key, unit] of [
        ['within', 'of it within 1 px'],
        ['rough', 'px rough'],
        ['halo', 'Oklab times 100, mean'],
      ] as const)
        printError(
          `border of ${name}, ${key}`,
          of(own, key),
          'OpenCV GrabCut, feathered',
          of(peers, key),
          `${unit} (${told})`,
        );
  }
}

/** The best of the first three things that stand out, as its strokes cut it. */
async function standingOut(): Promise<void> {
  for (const name of [...bordered, 'dune.kite']) {
    const picture = await plateLevel(name.split('.')[0]);
    const { data: truth } = await trueMatte(name);
    const cutter = new ScribbleCutter(picture);
    const before = performance.now();
    const standOut = new StandOut(cutter);
    const things = standOut.things().slice(0, 3);
    const ms = performance.now() - before;
    const best = things.map((_, thing) => {
      const cut = cutter.cut(standOut.strokes(thing));
      return cut ? overlap(fractions(cut.bytes), truth) : 0;
    });
    console.log(
      `stands out, ${name}: best of three ${Math.max(0, ...best).toFixed(3)} (wanted 0.85), ${ms.toFixed(0)} ms`,
    );
  }
}

/** The time from a stroke to its cut on 24 megapixels; the plate is the jar, enlarged. */
async function speed(): Promise<void> {
  const { strokes } = await trueCut('jar');
  const { data, info } = await sharp(await largePlate(6000, 4000, 'jar'))
    .raw()
    .toBuffer({ resolveWithObject: true });
  const picture: Level = { width: info.width, height: info.height, channels: 3, bytes: data };
  const factor = info.width / 1800;
  const marks = strokes.marks.map((mark): Mark => ({
    ...mark,
    radius: mark.radius * factor,
    points: mark.points.map(([x, y]) => [x * factor, y * factor] as const),
  }));
  const start = performance.now();
  const cutter = new ScribbleCutter(picture);
  const prepared = performance.now();
  cutter.cut([marks[0], marks.find(({ side }) => side === 'behind')!], null, { quick: true });
  const first = performance.now();
  const next: number[] = [];
  for (let count = 4; count <= marks.length; count++) {
    const before = performance.now();
    cutter.cut(marks.slice(0, count), null, { quick: true });
    next.push(performance.now() - before);
  }
  const last = performance.now();
  cutter.cut(marks);
  const inFull = performance.now() - last;
  const small = drawMarks(marks, 1, { x: 0, y: 0, width: info.width, height: info.height });
  const grabbed = python('grabcut', picture, { marks: small });
  if (!grabbed) return;
  printRow({
    name: 'scribble cut, 24 MP, looking at the plate (once)',
    ours_ms: prepared - start,
    peer: 'OpenCV GrabCut',
    peer_ms: grabbed.ms,
  });
  printRow({
    name: 'scribble cut, 24 MP, first stroke to a picture, on a plate that was looked at',
    ours_ms: first - prepared,
    peer: 'OpenCV GrabCut',
    peer_ms: grabbed.ms,
  });
  printRow({
    name: 'scribble cut, 24 MP, each next stroke to a picture (median)',
    ours_ms: median(next),
    peer: 'OpenCV GrabCut',
    peer_ms: grabbed.ms,
  });
  printRow({
    name: 'scribble cut, 24 MP, in full with its clean border',
    ours_ms: inFull,
    peer: 'OpenCV GrabCut',
    peer_ms: grabbed.ms,
  });
}

export async function benchMatte(): Promise<void> {
  await speed();
  await chance();
  await borders();
  await standingOut();
  await quality();
}
