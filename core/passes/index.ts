import { gradePass } from './grade';
import { inkPass } from './ink';
import { outlinesPass } from './outlines';
import { platePass } from './plate';
import { stancePass } from './stance';
import { veilsPass } from './veils';
import { wordsPass } from './words';

/** Every pass of the ticket. A new pass is a folder beside these and one line here. */
export const letteringPasses = [wordsPass, stancePass, inkPass, outlinesPass] as const;
export const scenePasses = { plate: platePass, veils: veilsPass, grade: gradePass } as const;
