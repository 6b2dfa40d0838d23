import { useState, type ReactNode } from 'react';
import { replacePlate } from '../../../../core/piece/edits/items';
import { api, ask } from '../../../api/client';
import type { StoredAsset } from '../../../api/files';
import { PlateChooser } from '../../../plates/PlateChooser';
import { useAppDispatch } from '../../../store';
import { Sheet } from '../../../ui/Sheet';
import { useBench } from '../../benchContext';
import { looked } from '../../benchState';
import { editing } from '../../editing';
import { usePlate } from './placing';

/** Below this difference two pictures are the same photograph; and shapes may differ by this much. */
const samePicture = 0.03;
const sameShape = 0.01;

/** Another photograph, and how it compares with the one before. */
interface Asked {
  asset: StoredAsset;
  isSame: boolean;
  isShaped: boolean;
}

/** Putting another photograph in the place of the chosen one. */
export function ReplacePlate() {
  const { mayChange } = useBench();
  const [choosing, setChoosing] = useState(false);
  const { replaceBy, question } = useReplacing();
  return (
    <>
      <button className="plain-button" disabled={!mayChange} onClick={() => setChoosing(true)}>
        Replace
      </button>
      <PlateChooser
        open={choosing}
        onClose={() => setChoosing(false)}
        onChoose={(asset) => {
          setChoosing(false);
          void replaceBy(asset);
        }}
      />
      {question}
    </>
  );
}

/**
 * Another photograph in the place of the chosen one; its veils are carried over where it is the same picture at another
 * size, and what becomes of them is asked where that is not plain.
 */
export function useReplacing(done: () => void = () => undefined): {
  replaceBy(asset: StoredAsset): Promise<void>;
  question: ReactNode;
} {
  const { piece } = useBench();
  const chosenPlate = usePlate();
  const dispatch = useAppDispatch();
  const [asked, setAsked] = useState<Asked | null>(null);
  const veils = piece.veils.filter((veil) => veil.plate === chosenPlate?.plate.id);
  const replace = (asset: StoredAsset, carry: boolean): void => {
    setAsked(null);
    done();
    if (!chosenPlate) return;
    const { plate, picture } = chosenPlate;
    editing.commit(
      'Replace the photograph',
      replacePlate(
        plate.id,
        { kind: 'plate', name: asset.name, sha256: asset.sha256 },
        { before: picture.width, after: asset.width! },
        carry,
      ),
    );
  };
  const replaceBy = async (asset: StoredAsset): Promise<void> => {
    if (!chosenPlate) return;
    const { plate, picture } = chosenPlate;
    if (veils.length === 0) return replace(asset, false);
    const isShaped = Math.abs(asset.width! / asset.height! / (picture.width / picture.height) - 1) <= sameShape;
    try {
      const { difference } = await ask(
        api.cuts.compare.$post({ json: { plate: piece.assets[plate.asset].sha256!, other: asset.sha256 } }),
      );
      setAsked({ asset, isShaped, isSame: isShaped && difference <= samePicture });
    } catch (error) {
      dispatch(looked({ problem: error instanceof Error ? error.message : 'The photographs could not be compared.' }));
      done();
    }
  };
  const leave = (): void => {
    setAsked(null);
    done();
  };
  const names = veils.map(({ name }) => name).join(', ');
  const question = (
    <Sheet title="What becomes of the veils?" open={asked !== null} onClose={leave}>
      {asked && chosenPlate && (
        <div className="flex flex-col gap-3">
          <p>
            <WhatBecomes
              asked={asked}
              width={chosenPlate.picture.width}
              height={chosenPlate.picture.height}
              plate={chosenPlate.plate.name}
              names={names}
            />
          </p>
          <div className="flex flex-wrap gap-2">
            {asked.isShaped && (
              <button
                className={asked.isSame ? 'strong-button' : 'plain-button'}
                onClick={() => replace(asked.asset, true)}
              >
                Carry the veils over
              </button>
            )}
            <button
              className={asked.isSame ? 'plain-button' : 'strong-button'}
              onClick={() => replace(asked.asset, false)}
            >
              Replace without them
            </button>
            <button className="quiet-button" onClick={leave}>
              Leave it as it is
            </button>
          </div>
        </div>
      )}
    </Sheet>
  );
  return { replaceBy, question };
}

interface WhatBecomesProps {
  asked: Asked;
  /** Of the photograph before, px. */
  width: number;
  height: number;
  /** What the photograph before is called, and what its veils are. */
  plate: string;
  names: string;
}

function WhatBecomes({ asked: { asset, isSame, isShaped }, width, height, plate, names }: WhatBecomesProps) {
  if (isSame)
    return `“${asset.name}” is the same photograph with ${asset.width} × ${asset.height} instead of ${width} × ${height} px. What has been cut from it (${names}) can be carried over.`;
  if (isShaped)
    return `“${asset.name}” looks different from “${plate}”, but has its shape. What has been cut (${names}) will hardly fit.`;
  return `“${asset.name}” is another photograph. What has been cut from “${plate}” (${names}) goes with it; undo brings it back.`;
}
