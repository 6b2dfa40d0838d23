import { contrastLimit } from '../../../../core/passes/ink/gauge';
import type { Bench } from '../../benchContext';

/** Ink that hardly stands off the photo. */
export function warning({ measures }: Bench): string | null {
  const weak = measures?.contrast.some(({ difference }) => difference !== null && difference < contrastLimit);
  return weak ? 'In places the ink hardly stands off the photo.' : null;
}
