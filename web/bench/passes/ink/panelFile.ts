import { panelEdge } from '../../../../core/passes/ink/panel/fromPath';
import { plainPanel } from '../../../../core/passes/ink/panel/schema';
import { panelPath } from '../../../../core/passes/ink/panel/shape';
import { putPanel, setPanel } from '../../../../core/piece/edits/ink';
import type { Lettering } from '../../../../core/piece/schema';
import { regionOfPoints } from '../../../../core/pixels/region';
import { parseSvgPath } from '../../../../core/shape/svgPath';
import type { Letters } from '../../../../core/type/letters';
import { store } from '../../../store';
import { messageOf } from '../../../ui/messageOf';
import { looked } from '../../benchState';
import { editing } from '../../editing';
import { outlineOf } from '../../outlines/outlineOf';

const boxPanel = plainPanel({ shape: { kind: 'box', round: 0 }, colour: '#1f2328' });

/** Gives a lettering's panel the edge of a drawing, as large as the panel is, or as one around the letters would be. */
export async function takePanelEdge({ id, ink: { panel } }: Lettering, letters: Letters, file: File): Promise<void> {
  try {
    const path = parseSvgPath((await outlineOf(file)).data);
    const room = regionOfPoints(panelPath(panel ?? boxPanel, letters));
    const points = path && room && panelEdge(path, room);
    if (!points) throw new Error(`"${file.name}" encloses nothing that a panel could be.`);
    const change = { shape: { kind: 'path' as const, points, smooth: false }, offset: [0, 0] as [number, number] };
    editing.commit(
      'Take the panel’s edge from a drawing',
      panel ? setPanel(id, { ...change, rotation: 0 }) : putPanel(id, { ...boxPanel, ...change }),
    );
  } catch (error) {
    store.dispatch(looked({ problem: messageOf(error) }));
  }
}
