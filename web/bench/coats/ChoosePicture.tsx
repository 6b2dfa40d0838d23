import { useState } from 'react';
import { PlateChooser } from '../../plates/PlateChooser';

interface ChoosePictureProps {
  title: string;
  className: string;
  disabled: boolean;
  onChoose(asset: { kind: 'plate'; name: string; sha256: string }): void;
}

/** A button that lets a picture be chosen from the plate room, or brought in. */
export function ChoosePicture({ title, className, disabled, onChoose }: ChoosePictureProps) {
  const [choosing, setChoosing] = useState(false);
  return (
    <>
      <button className={className} disabled={disabled} onClick={() => setChoosing(true)}>
        {title}
      </button>
      <PlateChooser
        open={choosing}
        onClose={() => setChoosing(false)}
        onChoose={({ name, sha256 }) => {
          setChoosing(false);
          onChoose({ kind: 'plate', name, sha256 });
        }}
      />
    </>
  );
}
