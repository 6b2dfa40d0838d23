import type { PullStroke } from '../../../../core/passes/drape/schema';
import type { Lettering } from '../../../../core/piece/schema';
import { createHand } from '../../hand';

/** What is looked at while line 6 is worked on. */
export interface DrapeHand {
  /** The displacement map is seen over the photograph. */
  mapSeen: boolean;
  /** One lettering in several ways beside each other. */
  strip: { lettering: string; ways: Partial<Lettering>[] } | null;
  /** The brush that pulls letters about, or the line that keeps it in. */
  pullTool: 'none' | PullStroke['kind'] | 'fence';
  /** Sheet px. */
  radius: number;
  softness: number;
  strength: number;
}

export const drapeHand = createHand<DrapeHand>('drape', {
  mapSeen: false,
  strip: null,
  pullTool: 'none',
  radius: 90,
  softness: 0.7,
  strength: 1,
});
