import type { LetteringLayer, Letters, PaintScene } from '../pass';
import { echoesNode } from './echoes';
import { inkNode } from './inkNode';
import { panelLayers } from './panel/render';
import type { Ink } from './schema';

/** A lettering's panel, echoes and inked letters, from far to near. */
export function inkLayers(letters: Letters, ink: Ink, scene: PaintScene): LetteringLayer[] {
  const echoes = echoesNode(letters, ink);
  const behind: LetteringLayer[] = echoes ? [{ kind: 'echoes', node: echoes, mode: ink.mode }] : [];
  if (ink.panel && letters.flatInk) return panelLayers(letters, ink, ink.panel, scene, behind);
  return [...behind, { kind: 'letters', node: inkNode(letters, ink, scene), mode: ink.mode }];
}
