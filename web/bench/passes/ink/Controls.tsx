import { useBench } from '../../benchContext';
import { CoatList } from '../../coats/CoatList';
import { Recipes } from '../../recipes/Recipes';
import { InkLaying } from './InkLaying';
import { PanelSettings } from './PanelSettings';

/** The coats of the chosen lettering and the panel behind it. */
export function Controls() {
  const { lettering } = useBench();
  if (!lettering) return <p className="text-faint">Set a word first (line 1).</p>;
  const { panel } = lettering.ink;
  return (
    <div className="flex flex-col gap-3">
      {panel?.knockout ? (
        <CoatList
          at={{ of: 'opening', lettering: lettering.id }}
          of="in the openings"
          empty="The openings are clear. A coat laid on here lies in the openings only; to screen the photo in them, lay on Photo, then Halftone."
        />
      ) : (
        <CoatList
          at={{ of: 'ink', lettering: lettering.id }}
          empty="No coat of ink: the letters cannot be seen by themselves. Lay one on."
        />
      )}
      <InkLaying lettering={lettering} />
      <PanelSettings lettering={lettering} />
      <Recipes lettering={lettering} />
    </div>
  );
}
