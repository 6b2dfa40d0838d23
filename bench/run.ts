import { launchBrowser, startStudio } from '../e2e/studio';
import { benchExport } from './exports';
import { benchInk } from './ink';
import { benchKernels } from './kernels';
import { benchLamp } from './lamp';
import { benchLimits } from './limits';
import { benchLook } from './look';
import { benchDrag, benchDrop } from './screen';
import { benchMatte } from './matte';
import { benchRoughs } from './roughs';
import { benchRuns } from './runs';
import { benchSurvey } from './survey';
import { benchWords } from './words';

const groups = [
  'kernels',
  'drop',
  'drag',
  'lamp',
  'words',
  'ink',
  'matte',
  'survey',
  'look',
  'roughs',
  'runs',
  'limits',
  'export',
] as const;
const wanted = process.argv[2];
if (wanted !== undefined && !groups.some((group) => group === wanted)) {
  console.error(`There is no group "${wanted}". Groups: ${groups.join(', ')}.`);
  process.exit(1);
}
const studio = await startStudio();
const browser = await launchBrowser();
try {
  if (!wanted || wanted === 'kernels') await benchKernels(browser);
  if (!wanted || wanted === 'drop') await benchDrop(studio, browser);
  if (!wanted || wanted === 'drag') await benchDrag(studio, browser);
  if (!wanted || wanted === 'lamp') await benchLamp(studio, browser);
  if (!wanted || wanted === 'words') await benchWords(studio, browser);
  if (!wanted || wanted === 'ink') await benchInk(studio, browser);
  if (!wanted || wanted === 'matte') await benchMatte();
  if (!wanted || wanted === 'survey') await benchSurvey();
  if (!wanted || wanted === 'look') await benchLook();
  if (!wanted || wanted === 'roughs') await benchRoughs();
  if (!wanted || wanted === 'runs') await benchRuns();
  if (!wanted || wanted === 'limits') benchLimits();
  if (!wanted || wanted === 'export') await benchExport(studio);
} finally {
  await browser.close();
  await studio.stop();
}
process.exit(0);
