import { build } from 'esbuild';
import { launchBrowser } from '../e2e/studio';
import { Chance } from './chance';
import { damaged } from './damage';
import { Tally } from './tally';

/** A drawing is read or refused within this time, ms. */
const longest = 1000;

const shapes = [
  '<path d="M0 0 L90 10 C80 40 60 80 20 90 Q5 50 0 0 Z M20 20 A9 9 0 1 0 40 20 Z"/>',
  '<g transform="translate(3 4) rotate(20)"><rect x="1" y="2" width="30" height="40" rx="5"/></g>',
  '<polygon points="0,0 50,10 20,60"/><circle cx="40" cy="40" r="20"/><ellipse cx="9" cy="9" rx="4" ry="8"/>',
];
const wells = shapes.map(
  (shape) => `<svg xmlns="http://www.w3.org/2000/svg" width="100" height="100" viewBox="0 0 100 100">${shape}</svg>`,
);
/** Drawings that are made to break what reads them. */
const hostile = [
  '<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0C1e16 0 1e16 1e16 0 1e16z"/></svg>',
  `<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0${'A1e300 1e300 0 1 1 1e300 1e300'.repeat(2000)}z"/></svg>`,
  `<svg xmlns="http://www.w3.org/2000/svg">${'<g transform="scale(9)">'.repeat(20_000)}<rect width="9" height="9"/>${'</g>'.repeat(20_000)}</svg>`,
  `<!DOCTYPE svg [<!ENTITY a "${'M0 0L9 9L0 9z'.repeat(50)}">${'bcdefghi'
    .split('')
    .map((name, k) => `<!ENTITY ${name} "${`&${'abcdefgh'[k]};`.repeat(10)}">`)
    .join('')}]><svg xmlns="http://www.w3.org/2000/svg"><path d="&i;"/></svg>`,
  `<svg xmlns="http://www.w3.org/2000/svg">${'<rect width="9" height="9"/>'.repeat(100_000)}</svg>`,
];

/** Damaged and hostile drawings in the page: each is read, or refused in a sentence, within a second. */
export async function drawings({
  seed,
  files,
  isOver,
}: {
  seed: number;
  files: number;
  isOver: () => boolean;
}): Promise<Tally> {
  const tally = new Tally('drawings');
  const { outputFiles } = await build({
    entryPoints: ['web/bench/outlines/svgFile.ts'],
    bundle: true,
    write: false,
    format: 'iife',
    globalName: 'drawing',
    logLevel: 'warning',
  });
  const browser = await launchBrowser();
  try {
    const page = await browser.newPage();
    await page.addScriptTag({ content: `${outputFiles[0].text};window.drawing=drawing` });
    const read = async (text: string, name: string): Promise<void> => {
      tally.tried();
      const said = await page.evaluate(async (content) => {
        const { outlineOfSvg: outlineOf } = (
          window as unknown as { drawing: typeof import('../web/bench/outlines/svgFile') }
        ).drawing;
        const begun = performance.now();
        const told = await outlineOf(new File([content], 'some.svg')).then(
          ({ data }) => ({ data: data.slice(0, 100), message: null }),
          (error: Error) => ({ data: null, message: `${error.name}: ${error.message}` }),
        );
        return { ...told, ms: performance.now() - begun };
      }, text);
      if (said.ms > longest) tally.found('hung', `${name}: ${said.ms.toFixed(0)} ms`);
      if (said.message !== null && !/^Error: .+[.]$/s.test(said.message))
        tally.found('wrong', `${name}: ${said.message.slice(0, 200)}`);
      if (said.data !== null && /NaN|Infinity/.test(said.data)) tally.found('wrong', `${name}: ${said.data}`);
    };
    for (const [k, text] of wells.entries()) await read(text, `well ${k}`);
    for (const [k, text] of hostile.entries()) await read(text, `hostile ${k}`);
    for (let k = 0; k < files && !isOver(); k++) {
      const chance = new Chance(seed * 1_000_003 + k);
      const bytes = damaged(new TextEncoder().encode(chance.one(wells)), chance);
      await read(new TextDecoder().decode(bytes), `file ${k}`);
    }
  } finally {
    await browser.close();
  }
  return tally;
}
