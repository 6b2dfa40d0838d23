import { inkHand } from './hand';
import { setSolid } from '../../../../core/piece/edits/ink';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { EyeLens } from '../../view/EyeLens';
import { KeepingPoints } from './KeepingPoints';
import { PanelHandles } from './PanelHandles';
import { PanelDrawing } from './PanelDrawing';
import { Slipping } from './Slipping';

/** What the hand does with the ink on the sheet. */
export function Handles() {
  const { lettering, mayChange } = useBench();
  const { inkTool, lens } = inkHand.use('inkTool', 'lens');
  if (!lettering || !mayChange) return null;
  if (inkTool === 'none') return <PanelHandles key={lettering.id} lettering={lettering} />;
  if (inkTool === 'slip') return <Slipping key={lettering.id} lettering={lettering} />;
  if (inkTool === 'keep') return <KeepingPoints key={lettering.id} lettering={lettering} />;
  if (inkTool === 'panel') return <PanelDrawing key={lettering.id} lettering={lettering} />;

  return (
    <EyeLens
      radius={lens}
      onTake={(colour) => {
        editing.commit(`Ink from the photo: ${colour}`, setSolid(lettering.id, { colour }));
        inkHand.set({ inkTool: 'none' });
      }}
    />
  );
}
