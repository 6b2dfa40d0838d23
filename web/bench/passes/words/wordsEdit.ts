import type { Words } from '../../../../core/passes/words/schema';
import { steadily } from '../../../../core/piece/edits/steady';
import type { Edit } from '../../../../core/piece/edits/edit';
import { setHelpers, setText } from '../../../../core/piece/edits/letterings';
import { changePart, setFace } from '../../../../core/piece/edits/items';
import type { Lettering, Piece } from '../../../../core/piece/schema';
import { helpFor } from '../../../../core/type/fallback';
import type { StoredFace } from '../../../api/faces';
import type { Bench } from '../../benchContext';

const assetOf = ({ name, sha256 }: StoredFace) => ({ kind: 'face' as const, name, sha256 });

/** The face of a lettering as the type case knows it. */
export function faceOf(words: Pick<Words, 'face'>, piece: Piece, faces: readonly StoredFace[]): StoredFace | undefined {
  const sha256 = piece.assets[words.face]?.sha256;
  return faces.find((face) => face.sha256 === sha256);
}

/** A change of the words that brings the faces along which it needs, and leaves the block where it is by eye. */
export function changedWords(
  { faces, piece, lettersOf }: Pick<Bench, 'faces' | 'piece' | 'lettersOf'>,
  { id, words }: Lettering,
  change: Partial<Omit<Words, 'face'>> & { face?: StoredFace },
): Edit {
  const { text, face, ...others } = change;
  const chosen = face ?? faceOf(words, piece, faces);
  const { helpers } = helpFor({ ...words, ...change }, chosen, faces);
  const edit: Edit = (draft) => {
    if (text !== undefined) setText(id, text)(draft);
    if (face) setFace(id, assetOf(face))(draft);
    changePart(id, 'words', others)(draft);
    if (chosen) setHelpers(id, helpers.map(assetOf))(draft);
  };
  return steadily(id, edit, lettersOf);
}
