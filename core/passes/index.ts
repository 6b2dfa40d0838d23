import { backdropPass } from './backdrop';
import { castsPass } from './casts';
import { chalkPass } from './chalk';
import { drapePass } from './drape';
import { focusPass } from './focus';
import { glowsPass } from './glows';
import { gradePass } from './grade';
import { inkPass } from './ink';
import { outlinesPass } from './outlines';
import { lightPass } from './light';
import type { LetteringPass, PicturePass } from './pass';
import { planesPass } from './planes';
import { platePass } from './plate';
import { reliefPass } from './relief';
import { stancePass } from './stance';
import { veilsPass } from './veils';
import { vignettePass } from './vignette';
import { wordsPass } from './words';

/** Every pass of the ticket, by name, in the order of work. A new pass is a folder beside these and one line here. */
export const passes = {
  /** Over single letterings; the name is that of the lettering's field. */
  lettering: {
    words: wordsPass,
    stance: stancePass,
    ink: inkPass,
    outlines: outlinesPass,
    drape: drapePass,
    relief: reliefPass,
    casts: castsPass,
    focus: focusPass,
  },
  /** Over the picture. */
  picture: {
    plate: platePass,
    backdrop: backdropPass,
    chalk: chalkPass,
    veils: veilsPass,
    planes: planesPass,
    light: lightPass,
    glows: glowsPass,
    grade: gradePass,
    vignette: vignettePass,
  },
};

/** Passes by name, whichever they are. */
export interface Passes {
  lettering: Readonly<Record<string, LetteringPass>>;
  picture: Readonly<Record<string, PicturePass>>;
}
