import { useState } from 'react';
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

/**
 * Putting another photograph in the place of the chosen one; its veils are carried over where it is the same picture at
 * another size.
 */
export function ReplacePlate() {
  const { piece, mayChange } = useBench();
  const { plate, picture } = usePlate()!;
  const dispatch = useAppDispatch();
  const [choosing, setChoosing] = useState(false);
  const [asked, setAsked] = useState<Asked | null>(null);
  const veils = piece.veils.filter((veil) => veil.plate === plate.id);
  const replace = (asset: StoredAsset, carry: boolean): void => {
    setAsked(null);
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
  const chosen = async (asset: StoredAsset): Promise<void> => {
    setChoosing(false);
    if (veils.length === 0) return replace(asset, false);
    const isShaped = Math.abs(asset.width! / asset.height! / (picture.width / picture.height) - 1) <= sameShape;
    try {
      const { difference } = await ask(
        api.cuts.compare.$post({ json: { plate: piece.assets[plate.asset].sha256!, other: asset.sha256 } }),
      );
      setAsked({ asset, isShaped, isSame: isShaped && difference <= samePicture });
    } catch (error) {
      dispatch(looked({ problem: error instanceof Error ? error.message : 'The photographs could not be compared.' }));
    }
  };
  const names = veils.map(({ name }) => name).join(', ');
  return (
    <>
      <button className="plain-button" disabled={!mayChange} onClick={() => setChoosing(true)}>
        Replace
      </button>
      <PlateChooser open={choosing} onClose={() => setChoosing(false)} onChoose={(asset) => void chosen(asset)} />
      <Sheet title="What becomes of the veils?" open={asked !== null} onClose={() => setAsked(null)}>
        {asked && (
          <div className="flex flex-col gap-3">
            <p>
              <WhatBecomes
                asked={asked}
                width={picture.width}
                height={picture.height}
                plate={plate.name}
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
              <button className="quiet-button" onClick={() => setAsked(null)}>
                Leave it as it is
              </button>
            </div>
          </div>
        )}
      </Sheet>
    </>
  );
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
