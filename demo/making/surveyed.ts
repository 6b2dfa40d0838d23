import { execFileSync } from 'node:child_process';
import type { Survey } from '../../core/survey';

/** The survey of a demo photograph, as the application makes it. */
export function surveyed(plate: string): Survey {
  const out = execFileSync(process.execPath, ['build/server/survey.js', `demo/plates/${plate}.jpg`, '--json'], {
    maxBuffer: 1e8,
  });
  return (JSON.parse(out.toString()) as { survey: Survey }).survey;
}
