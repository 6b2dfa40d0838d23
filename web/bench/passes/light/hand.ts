import { createHand } from '../../hand';

/** How the light is shown by hand. */
export interface LightHand {
  lightTool: 'turn' | 'shadow' | 'round' | 'sun';
}

export const lightHand = createHand<LightHand>('light', { lightTool: 'turn' });
