import type { MapStroke, PullStroke } from '../../../../core/passes/drape/schema';
import type { Lettering } from '../../../../core/piece/schema';
import { createHand } from '../../hand';

/** What is looked at while line 6 is worked on. */
export interface DrapeHand {
  /** The displacement map is seen over the photograph. */
  mapSeen: boolean;
  /** One lettering in several ways beside each other. */
  strip: { lettering: string; ways: Partial<Lettering>[] } | null;
  /** The brush that pulls letters about, the line that keeps it in, the brush that paints the map, the net, the drips. */
  tool: 'none' | PullStroke['kind'] | 'fence' | MapStroke['to'] | 'net' | 'drips';
  /** Which point of the net is chosen; null: none. */
  netPoint: number | null;
  /** Sheet px. */
  radius: number;
  softness: number;
  strength: number;
}

export const drapeHand = createHand<DrapeHand>(
  'drape',
  { mapSeen: false, strip: null, tool: 'none', netPoint: null, radius: 90, softness: 0.7, strength: 1 },
  { isHeld: ({ tool }) => tool !== 'none', away: { tool: 'none', netPoint: null } },
);

/** Whether a tool paints the map. */
export const isMapTool = (tool: DrapeHand['tool']): tool is MapStroke['to'] =>
  tool === 'high' || tool === 'low' || tool === 'even';
