import type { Letters } from '../../type/letters';
import { layer, type Layer, type PaintScene } from '../pass';
import { echoesNode } from './echoes';
import { inkNode } from './inkNode';
import { panelLayers } from './panel/render';
import type { Ink } from './schema';

/** A lettering's panel, echoes and inked letters, from far to near. */
export function inkLayers(letters: Letters, ink: Ink, scene: PaintScene): Layer[] {
  const echoes = echoesNode(letters, ink);
  const behind = echoes ? [layer('echoes', echoes, { mode: ink.mode, place: 'behind', once: true })] : [];
  if (ink.panel && letters.flatInk) return panelLayers(letters, ink, ink.panel, scene, behind);
  return [...behind, layer('ink', inkNode(letters, ink, scene), { mode: ink.mode })];
}
