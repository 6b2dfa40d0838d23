import { useEffect, useState } from 'react';
import { addPictureCoat } from '../../core/piece/edits/ink';
import { nameOf } from '../../core/piece/names';
import type { StoredAsset } from '../api/files';
import { useArrival } from '../plates/PlateChooser';
import { Problem } from '../ui/Problem';
import { Progress } from '../ui/Progress';
import { Sheet } from '../ui/Sheet';
import { useBench } from './benchContext';
import { editing } from './editing';
import { usePlate } from './passes/plate/placing';
import { placePhotograph } from './passes/plate/photographs';
import { useReplacing } from './passes/plate/ReplacePlate';

/**
 * A photograph that was dropped on the bench, whatever line is open: it is taken in, and what it is for is asked. On an
 * empty sheet there is nothing to ask.
 */
export function DroppedPhotograph({ file, onDone }: { file: File; onDone(): void }) {
  const { piece, lettering } = useBench();
  const plate = usePlate()?.plate;
  const { replaceBy, question } = useReplacing(onDone);
  const [asset, setAsset] = useState<StoredAsset | null>(null);
  const [isReplacing, setIsReplacing] = useState(false);
  const arrival = useArrival(setAsset);
  const { take } = arrival;
  useEffect(() => take(file), [file]); // eslint-disable-line react-hooks/exhaustive-deps
  const isPlain = asset !== null && piece.plates.length === 0 && piece.letterings.length === 0;
  useEffect(() => {
    if (!isPlain) return;
    placePhotograph(asset);
    onDone();
  }, [isPlain, asset, onDone]);
  const cancel = (): void => {
    arrival.cancel();
    onDone();
  };
  const choose = (act: (found: StoredAsset) => void) => () => {
    if (asset) act(asset);
    onDone();
  };
  const fill = ({ name, sha256 }: StoredAsset): void =>
    void editing.commit(
      'Fill the letters with a picture',
      addPictureCoat(
        { of: lettering!.ink.panel?.knockout ? 'opening' : 'ink', lettering: lettering!.id },
        { kind: 'plate', name, sha256 },
      ),
    );
  return (
    <>
      <Sheet title={`What is “${file.name}” for?`} open={!isPlain && !isReplacing} onClose={cancel}>
        <div className="flex flex-col items-start gap-2">
          {arrival.arriving && (
            <div className="w-full">
              <Progress
                done={arrival.arriving.done}
                stage={arrival.arriving.stage}
                startedAt={arrival.arriving.startedAt}
                onCancel={cancel}
              />
            </div>
          )}
          {arrival.problem && <Problem onDismiss={onDone}>{arrival.problem}</Problem>}
          {plate && (
            <button
              className="plain-button"
              disabled={!asset}
              onClick={() => {
                setIsReplacing(true);
                void replaceBy(asset!);
              }}
            >
              Put it in the place of “{plate.name}”
            </button>
          )}
          <button className="plain-button" disabled={!asset} onClick={choose(placePhotograph)}>
            {plate ? 'Lay it on the sheet as well' : 'Lay it on the sheet'}
          </button>
          {lettering && (
            <button className="plain-button" disabled={!asset} onClick={choose(fill)}>
              Fill the letters of “{nameOf(lettering)}” with it
            </button>
          )}
        </div>
      </Sheet>
      {question}
    </>
  );
}
