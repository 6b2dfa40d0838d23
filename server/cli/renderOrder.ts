import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { fileFormats, formatNames, formatOfName, type FormatName } from '../../core/formats/formats';
import { fitted, largestChoke, unfitting, type FileSettings } from '../../core/formats/settings';
import { pressNames, type PressName } from '../../core/press/presses';

const endings = formatNames.map((format) => `.${fileFormats[format].ending}`).join(', ');

const usage = `Saves a piece as a file of any kind, without a browser.

  npm run render -- PIECE --out OUT.png [--out OUT.pdf ...] [--files FOLDER] [--scale 0.5] [--ppi 300] [--bits 16]
                    [--quality 92] [--bleed 3] [--marks] [--press gloss] [--underbase 0.3] [--wide] [--size NAME]
                    [--tell] [--profile]

PIECE   a bundle (a folder, its piece.json, or a zip), or the id of a piece in the store
--files where the files of a piece lie that is not a bundle of its own, such as demo
--out   ${endings}: its ending says what it becomes; several are made one after the other, each with those of the
        settings that it has room for
--format what it becomes, whatever its ending says: ${formatNames.join(', ')}
--scale output px per sheet px (1)
--bits  8, or 16 for a PNG or a TIFF (8)
--press the press that a TIFF or a PDF is separated for: ${pressNames.join(', ')}
--bleed what is printed beyond the sheet's edges, mm (0); --marks: crop and registration marks around a PDF
--underbase the white under the picture instead of it, drawn in by so many mm (PNG, TIFF)
--wide  pictures in Display P3 instead of sRGB: colours of photographs with a wide gamut are kept
--size  name of one of the piece's sizes; its first sheet when left out
--tell  how large the files will be; none is made
--profile says besides where the time went: what the steps of each kind cost, in ms of all threads`;

/** One of the files that are wanted. */
export interface RenderFile {
  out: string;
  /** `ppi` is the sheet's own where nothing is said. */
  settings: Omit<FileSettings, 'ppi'>;
}

/** What the command line asks for. */
export interface RenderOrder {
  source: string;
  files?: string;
  wanted: readonly RenderFile[];
  scale: number;
  ppi?: number;
  size?: string;
  /** Only how large the files will be. */
  tells: boolean;
  /** Says besides where the time went. */
  profiles: boolean;
}

function pressOf(name: string | undefined): PressName | null {
  const found = pressNames.find((one) => one === name);
  if (name !== undefined && !found) throw new Error(`--press is "${name}"; presses: ${pressNames.join(', ')}.`);
  return found ?? null;
}

/** @param named by a person, for names of files whose ending says something else */
function formatOf(out: string, named: string | undefined): FormatName {
  const known = formatNames.find((one) => one === named);
  if (named !== undefined && !known) throw new Error(`--format is "${named}"; formats: ${formatNames.join(', ')}.`);
  const format = known ?? formatOfName(out);
  if (!format) throw new Error(`--out must end in one of ${endings}.`);
  return format;
}

/** @throws Error that says what is wrong with it, or how it is used */
export function readRenderOrder(args?: string[]): RenderOrder {
  const { values, positionals } = parseArgs({
    args,
    allowPositionals: true,
    options: {
      out: { type: 'string', multiple: true },
      files: { type: 'string' },
      format: { type: 'string' },
      scale: { type: 'string' },
      ppi: { type: 'string' },
      bits: { type: 'string' },
      quality: { type: 'string' },
      size: { type: 'string' },
      bleed: { type: 'string' },
      marks: { type: 'boolean' },
      press: { type: 'string' },
      underbase: { type: 'string' },
      wide: { type: 'boolean' },
      tell: { type: 'boolean' },
      profile: { type: 'boolean' },
      help: { type: 'boolean' },
    },
  });
  if (values.help || positionals.length !== 1 || !values.out) throw new Error(usage);
  const number = (text: string | undefined, fallback: number, least: number, most: number, name: string): number => {
    const value = text === undefined ? fallback : Number(text);
    if (!(value >= least && value <= most))
      throw new Error(`--${name} is "${text}"; it goes from ${least} to ${most}.`);
    return value;
  };
  if (values.bits !== undefined && !['8', '16'].includes(values.bits))
    throw new Error(`--bits is "${values.bits}"; it is 8 or 16.`);
  const asked = {
    bits: values.bits === '16' ? (16 as const) : (8 as const),
    quality: Math.round(number(values.quality, 92, 1, 100, 'quality')),
    bleed: number(values.bleed, 0, 0, 50, 'bleed'),
    marks: values.marks === true,
    press: pressOf(values.press),
    ...(values.wide && { space: 'display-p3' as const }),
    ...(values.underbase !== undefined && {
      underbase: { choke: number(values.underbase, 0, 0, largestChoke, 'underbase') },
    }),
  };
  const wanted = values.out.map((out): RenderFile => {
    const format = formatOf(out, values.format);
    // One file is what was asked for, or refused; of several each takes what it has room for.
    const settings = values.out!.length > 1 ? fitted({ ...asked, format }) : { ...asked, format };
    const [problem] = unfitting(settings);
    if (problem) throw new Error(problem.message);
    return { out: resolve(out), settings };
  });
  return {
    source: positionals[0],
    files: values.files,
    wanted,
    scale: number(values.scale, 1, 0.001, 16, 'scale'),
    ppi: values.ppi === undefined ? undefined : number(values.ppi, 300, 1, 4800, 'ppi'),
    size: values.size,
    tells: values.tell === true,
    profiles: values.profile === true,
  };
}
