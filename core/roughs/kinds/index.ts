import type { KindName } from '../order';
import { behind } from './behind';
import { calm } from './calm';
import type { RoughKind } from './kind';
import { outline } from './outline';
import { slope } from './slope';
import { standing } from './standing';
import { surface } from './surface';
import { windowKind } from './window';
import { woven } from './woven';

/** Every way to set words into a photograph; what can be shown first comes first, then what differs most. */
export const kinds: readonly RoughKind[] = [windowKind, calm, behind, standing, woven, surface, slope, outline];

export const kindNamed = (name: KindName): RoughKind => kinds.find((one) => one.name === name)!;
