import { useState } from 'react';
import { addPictureCoat } from '../../../core/piece/edits/ink';
import { PlateChooser } from '../../plates/PlateChooser';
import { editing } from '../editing';

/** Lays a picture on as a coat. */
export function PictureButton({ lettering, disabled }: { lettering: string; disabled: boolean }) {
  const [choosing, setChoosing] = useState(false);
  return (
    <>
      <button className="plain-button" disabled={disabled} onClick={() => setChoosing(true)}>
        Picture
      </button>
      <PlateChooser
        open={choosing}
        onClose={() => setChoosing(false)}
        onChoose={({ name, sha256 }) => {
          setChoosing(false);
          editing.commit('Lay on a coat: picture', addPictureCoat(lettering, { kind: 'plate', name, sha256 }));
        }}
      />
    </>
  );
}
