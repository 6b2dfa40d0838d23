import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { BiteSettings } from './BiteSettings';
import { Displace } from './Displace';
import { DripSettings } from './DripSettings';
import { flatEdit } from './edits';
import { MeshSettings } from './MeshSettings';
import { PullSettings } from './PullSettings';
import { Proposals } from './Proposals';

/** What is proposed, how the letters are displaced, and how their ink takes to the surface. */
export function Controls() {
  const { lettering, mayChange } = useBench();
  if (!lettering) return <p className="text-faint">Set a word first (line 1).</p>;
  const { displacement, bite } = lettering.drape;
  return (
    <div className="flex flex-col gap-3">
      <Proposals lettering={lettering} />
      {(displacement || bite) && (
        <button
          className="quiet-button self-start"
          disabled={!mayChange}
          onClick={() => editing.commit('Take the words off the surface', flatEdit(lettering))}
        >
          Take the words off the surface
        </button>
      )}
      <Displace lettering={lettering} />
      <MeshSettings lettering={lettering} />
      <PullSettings lettering={lettering} />
      <DripSettings lettering={lettering} />
      <BiteSettings lettering={lettering} />
    </div>
  );
}
