import type { Lettering } from '../../../../core/piece/schema';
import { createHand } from '../../hand';

/** What is looked at while line 6 is worked on. */
export interface DrapeHand {
  /** The displacement map is seen over the photograph. */
  mapSeen: boolean;
  /** One lettering in several ways beside each other. */
  strip: { lettering: string; ways: Partial<Lettering>[] } | null;
}

export const drapeHand = createHand<DrapeHand>('drape', { mapSeen: false, strip: null });
