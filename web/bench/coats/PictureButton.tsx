import { addPictureCoat, type CoatsAt } from '../../../core/piece/edits/ink';
import { ChoosePicture } from './ChoosePicture';
import { editing } from '../editing';

/** Lays a picture on as a coat. */
export function PictureButton({ at, disabled }: { at: CoatsAt; disabled: boolean }) {
  return (
    <ChoosePicture
      className="plain-button"
      disabled={disabled}
      title="Picture"
      onChoose={(asset) => editing.commit('Add a coat: picture', addPictureCoat(at, asset))}
    />
  );
}
