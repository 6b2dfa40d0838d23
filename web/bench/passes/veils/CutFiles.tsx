import type { Veil } from '../../../../core/passes/veils/schema';
import { useBench } from '../../benchContext';
import { FileButton } from '../../../ui/FileButton';
import { cutPlate } from './cutting';
import { saveContours, takeContours, takeMatte } from './cutFile';
import { drawingKinds, pictureKinds } from '../../../api/pictureKinds';

/** Cuts from files and to files. */
export function CutFiles({ veil }: { veil: Veil }) {
  const { piece, materials, mayChange } = useBench();
  const plate = cutPlate(piece, veil);
  if (!plate || !materials) return null;
  const picture = materials.picture(plate.asset);
  const isTraced = veil.cuts.some((cut) => cut.kind === 'trace' && cut.contours.some(({ closed }) => closed));
  return (
    <div className="flex flex-wrap gap-1">
      <FileButton
        label="Picture to take a matte from"
        accept={pictureKinds}
        disabled={!mayChange}
        onFiles={([file]) => takeMatte(plate, file)}
      >
        Matte from a file
      </FileButton>
      <FileButton
        label="Drawing to take contours from"
        accept={drawingKinds}
        disabled={!mayChange}
        onFiles={([file]) => takeContours(plate, picture, file)}
      >
        Contours from a drawing
      </FileButton>
      {isTraced && (
        <button className="quiet-button" onClick={() => saveContours(veil, picture)}>
          Save contours
        </button>
      )}
    </div>
  );
}
