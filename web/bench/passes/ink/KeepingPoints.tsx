import { cutKeepPoints, laidPictures } from '../../../../core/coats/laidPictures';
import type { PictureCoat } from '../../../../core/coats/schema';
import { seenCoats, slippedCoat } from '../../../../core/passes/ink/ghost';
import { coatsIn, setCoat } from '../../../../core/piece/edits/ink';
import type { Lettering } from '../../../../core/piece/schema';
import type { Point } from '../../../../core/shape/affine';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { useDrag } from '../../view/drag';
import { KeyCross, useKeyCross } from '../../view/KeyCross';
import { useViewport } from '../../view/viewport';
import { coatsSeenAt, letterUnder } from './seen';
import { WholeSheet } from '../../view/WholeSheet';

/** A click within this many screen px of a point takes it away. */
const near = 9;

/** Marking what of the picture must be seen in the letters: a click sets a point or takes it away. */
export function KeepingPoints({ lettering }: { lettering: Lettering }) {
  const { letters, materials, piece, renderer } = useBench();
  const { toScreen } = useViewport();
  const index = slippedCoat(lettering.ink);
  const coat = seenCoats(lettering.ink)[index];
  const isPicture = coat?.kind === 'picture' && letters?.ink && materials;
  const laid = isPicture ? laidPictures(coat, letters, piece.sheet, (asset) => materials.picture(asset)) : [];
  const sizeOf = (asset: string) => materials!.picture(asset);
  const own = laid.filter(({ asset }) => coat?.kind === 'picture' && asset === coat.asset);
  /** Where a point of the picture lies on the sheet, in each of its letters; the same place comes once. */
  const placesOf = ([x, y]: Point): Point[] => {
    const { width, height } = sizeOf((coat as PictureCoat).asset);
    const all = own.map(({ placement, toSheet }) =>
      toSheet([placement.x + x * width * placement.scale, placement.y + y * height * placement.scale]),
    );
    return all.filter(([px, py], i) => all.findIndex(([ox, oy]) => Math.hypot(ox - px, oy - py) < 0.5) === i);
  };
  const toggle = async (at: Point): Promise<void> => {
    if (!isPicture || own.length === 0) return;
    const onScreen = toScreen(at);
    const known = coat.keep.findIndex((point) =>
      placesOf(point).some(
        (place) => Math.hypot(toScreen(place)[0] - onScreen[0], toScreen(place)[1] - onScreen[1]) < near,
      ),
    );
    const where = coatsSeenAt(lettering);
    // Clicks before this one may still be on their way: what is kept is looked up when it is written.
    const write = (label: string, change: (keep: PictureCoat['keep']) => PictureCoat['keep']): void =>
      void editing.commit(label, (draft) => {
        const now = coatsIn(draft, where)[index];
        if (now?.kind === 'picture') setCoat(where, index, { keep: change(now.keep) })(draft);
      });
    if (known >= 0) {
      const gone = coat.keep[known];
      return write('Remove a keep point', (keep) => keep.filter(([x, y]) => x !== gone[0] || y !== gone[1]));
    }
    const letter = await letterUnder(renderer, lettering.id, letters, at);
    const { placement, fromSheet } = own.find((one) => one.letter === letter) ?? own[0];
    const { width, height } = sizeOf(coat.asset);
    const [px, py] = fromSheet(at);
    const [x, y] = [(px - placement.x) / placement.scale / width, (py - placement.y) / placement.scale / height].map(
      (value) => Math.round(value * 1e4) / 1e4,
    );
    if (x >= 0 && x <= 1 && y >= 0 && y <= 1)
      write('Set a keep point', (keep) => (keep.length < 100 ? [...keep, [x, y]] : keep));
  };
  const drag = useDrag<null>({ begin: () => null, move: () => undefined, end: ({ to }) => void toggle(to) });
  const cross = useKeyCross({ enter: (at) => void toggle(at) });
  if (!isPicture) return null;
  const cut = new Set(cutKeepPoints(coat, laid, letters, sizeOf));
  return (
    <g>
      <WholeSheet data-testid="keep-ground" {...drag} />
      {coat.keep.flatMap((point, i) =>
        placesOf(point).map((place, k) => <KeepMark key={`${i}-${k}`} at={toScreen(place)} isCut={cut.has(i)} />),
      )}
      {cross && <KeyCross at={cross} />}
    </g>
  );
}

/** A ring with a dot; crossed out where nothing of it is seen. */
function KeepMark({ at: [x, y], isCut }: { at: Point; isCut: boolean }) {
  return (
    <g fill="none" pointerEvents="none">
      <circle cx={x} cy={y} r={7} stroke="#fff" strokeWidth={3.5} />
      <circle cx={x} cy={y} r={7} stroke={isCut ? '#9C3B22' : '#1F2328'} strokeWidth={1.5} />
      <circle cx={x} cy={y} r={1.8} fill={isCut ? '#9C3B22' : '#1F2328'} stroke="#fff" strokeWidth={0.8} />
      {isCut && <path d={`M${x - 5} ${y + 5}L${x + 5} ${y - 5}`} stroke="#9C3B22" strokeWidth={1.5} />}
    </g>
  );
}
