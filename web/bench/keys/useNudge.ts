import { arrows } from './arrows';
import { handKeys } from './entries';
import { useKeys } from './useKeys';

/** Arrow keys move what the open line holds: by 1 px of the sheet, with Shift by 10. */
export function useNudge(nudge: (dx: number, dy: number) => void): void {
  useKeys([
    [
      handKeys.nudge,
      {
        down({ key, shiftKey }) {
          const [x, y] = arrows[key] ?? [0, 0];
          const step = shiftKey ? 10 : 1;
          nudge(x * step, y * step);
        },
      },
    ],
  ]);
}
