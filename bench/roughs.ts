import { execFileSync } from 'node:child_process';
import { mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { median, printValue } from './rows';

/** Where all roughs are left to be looked at. */
const kept = join('build', 'bench', 'roughs');

/** Words of two, five and twelve letters. */
const wordsTried = ['UP', 'Aloft', 'Harbour feast'];

interface Told {
  kind: string;
  ms: number;
  /** Of a rough; what was left out has none. */
  box?: [number, number, number, number];
  figures?: { contrast: number | null; left: number; misread: number };
}

interface Report {
  ms: number;
  peakBytes: number;
  told: Told[];
}

function made(photo: string, words: string, folder: string): Report {
  execFileSync(process.execPath, ['build/server/roughs.js', photo, words, '--out', folder, '--coarse'], {
    stdio: ['ignore', 'ignore', 'inherit'],
    timeout: 300000,
  });
  return JSON.parse(readFileSync(join(folder, 'roughs.json'), 'utf8')) as Report;
}

/** What two boxes have together of what either has. */
function shared([ax, ay, aw, ah]: number[], [bx, by, bw, bh]: number[]): number {
  const wide = Math.min(ax + aw, bx + bw) - Math.max(ax, bx);
  const high = Math.min(ay + ah, by + bh) - Math.max(ay, by);
  const both = Math.max(0, wide) * Math.max(0, high);
  return both / (aw * ah + bw * bh - both);
}

/**
 * Roughs of every plate with words of three lengths: how many, of how many kinds, whether all are within the gauges'
 * limits, how much any two of one kind share, how long they take and how much memory; and one plate at 24 megapixels.
 */
export async function benchRoughs(): Promise<void> {
  rmSync(kept, { recursive: true, force: true });
  mkdirSync(kept, { recursive: true });
  const plates = ['demo/plates', 'bench/plates'].flatMap((folder) =>
    readdirSync(folder)
      .filter((name) => name.endsWith('.jpg'))
      .map((name) => join(folder, name)),
  );
  const large = join(kept, 'jar-24-megapixels.jpg');
  await sharp('demo/plates/jar.jpg').resize(6000, 4000).jpeg({ quality: 92 }).toFile(large);
  const reports: Report[] = [];
  for (const plate of [...plates, large])
    for (const words of wordsTried) {
      const name = plate.split('/').pop()!.replace('.jpg', '');
      const report = made(plate, words, join(kept, `${name} ${words}`));
      reports.push(report);
      const roughs = report.told.filter(({ box }) => box);
      console.log(
        `${name} "${words}": ${roughs.length} of ${new Set(roughs.map(({ kind }) => kind)).size} kinds, first ${(roughs[0]?.ms / 1000).toFixed(1)} s, all ${(report.ms / 1000).toFixed(1)} s`,
      );
    }
  tell(reports);
}

function tell(reports: readonly Report[]): void {
  const all = reports.map(({ told }) => told.filter(({ box }) => box));
  const firsts = all.flatMap(([one]) => (one ? [one.ms] : []));
  const times = reports.map(({ ms }) => ms);
  const kinds = all.map((own) => new Set(own.map(({ kind }) => kind)).size);
  const beyond = all.flat().filter(({ figures: f }) => f!.left < 0.35 || (f!.contrast ?? 100) < 25 || f!.misread > 0);
  const alike = all.map((own) =>
    own.reduce(
      (most, a, i) =>
        own.slice(0, i).reduce((m, b) => (a.kind === b.kind ? Math.max(m, shared(a.box!, b.box!)) : m), most),
      0,
    ),
  );
  printValue('roughs: fewest', Math.min(...all.map(({ length }) => length)), '');
  printValue('roughs: fewest kinds', Math.min(...kinds), '');
  printValue(
    'roughs: sets with at least five of four kinds',
    all.filter((own, i) => own.length > 4 && kinds[i] > 3).length,
    `of ${all.length}`,
  );
  printValue('roughs: beyond a gauge’s limit', beyond.length, `of ${all.flat().length}`);
  printValue('roughs: two of one kind share at most', Math.max(...alike) * 100, '%');
  printValue('roughs: the first, median', median(firsts), 'ms');
  printValue('roughs: the first, worst', Math.max(...firsts), 'ms');
  printValue('roughs: all, median', median(times), 'ms');
  printValue('roughs: all, worst', Math.max(...times), 'ms');
  printValue('roughs: memory, worst', Math.max(...reports.map(({ peakBytes }) => peakBytes)) / 1e6, 'MB');
}
