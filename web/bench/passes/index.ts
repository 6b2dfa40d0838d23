import { gradeLine } from './grade';
import { inkLine } from './ink';
import { outlinesLine } from './outlines';
import { plateLine } from './plate';
import { stanceLine } from './stance';
import { veilsLine } from './veils';
import { wordsLine } from './words';
import type { BenchPass } from './pass';

/** The ticket's lines in the order of work. A new pass is a folder beside these and one line here. */
export const benchPasses: readonly BenchPass[] = [
  plateLine,
  wordsLine,
  stanceLine,
  veilsLine,
  inkLine,
  outlinesLine,
  gradeLine,
];
