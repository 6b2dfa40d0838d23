import { backdrop } from './backdrop';
import { casts } from './casts';
import { chalk } from './chalk';
import { drape } from './drape';
import { focus } from './focus';
import { glows } from './glows';
import { grade } from './grade';
import { ink } from './ink';
import { light } from './light';
import { outlines } from './outlines';
import type { BenchPass } from './pass';
import { planes } from './planes';
import { plate } from './plate';
import { relief } from './relief';
import { stance } from './stance';
import { veils } from './veils';
import { vignette } from './vignette';
import { words } from './words';

/** What passes have on the bench, in the order of work. A new pass is a folder beside these and one line here. */
export const benchPasses: readonly BenchPass[] = [
  plate,
  backdrop,
  chalk,
  words,
  stance,
  veils,
  ink,
  outlines,
  drape,
  planes,
  light,
  relief,
  casts,
  glows,
  focus,
  grade,
  vignette,
];

/** A line of the ticket, with the passes that share it. */
export interface TicketLine {
  line: number;
  title: string;
  passes: readonly BenchPass[];
}

/** The lines of the ticket. A line is called what its first pass is called. */
export const ticketLines: readonly TicketLine[] = [...new Set(benchPasses.map(({ line }) => line))].map((line) => {
  const passes = benchPasses.filter((pass) => pass.line === line);
  return { line, title: passes[0].title, passes };
});

/** The passes of one line; none where no line is open. */
export const passesOfLine = (line: number | null): readonly BenchPass[] =>
  ticketLines.find((one) => one.line === line)?.passes ?? [];
