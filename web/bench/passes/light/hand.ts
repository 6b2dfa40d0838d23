import type { Point } from '../../../../core/shape/affine';
import { createHand } from '../../hand';

/** How the light is shown by hand. */
export interface LightHand {
  lightTool: 'turn' | 'shadow' | 'foot' | 'round' | 'sun';
  /** The tip of a thing and the tip of its shadow, sheet px: while its foot is asked for. */
  shown: readonly [Point, Point] | null;
}

export const lightHand = createHand<LightHand>(
  'light',
  { lightTool: 'turn', shown: null },
  { isHeld: ({ lightTool }) => lightTool !== 'turn', away: { lightTool: 'turn', shown: null } },
);
