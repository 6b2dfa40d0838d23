import { blendIn } from '../../kernels/blend';
import { tint } from '../../kernels/coverage';
import { emptyRaster } from '../../pixels/raster';
import { evened, isBlank } from '../../pixels/even';
import { unionOf, type Region } from '../../pixels/region';
import { contentKey, keyOf, nowhere, partIn, type Node } from '../../graph/node';
import type { Letter, Letters } from '../../type/letters';
import type { CoatScene } from '../../coats/scene';
import { coverOf, lettersIn, placedLetters, type PlacedLetter } from '../../graph/cover';
import { recoloured } from './echoes';
import { cutFill, type Coated, type FillUnit } from '../../coats/fill';
import { fillingOf, type Rgba } from '../../coats/filling';
import { mixCoats } from '../../coats/mainColour';

/** Letters of one colour, or of one unit of a fill. */
type Run = { placed: PlacedLetter[] } & ({ colour: Rgba; unit: null } | { colour: null; unit: FillUnit });

/**
 * The inked letters. Each letter has its own coverage; where letters of one colour touch, coverages add up, so that no
 * seam
 * shows. Where the coats are more than one colour, they are painted for the word, or for each line or letter that a
 * coat is laid out
 * along, and cut out by its coverage.
 */
export function inkNode(letters: Letters, { coats }: Coated, scene: CoatScene): Node {
  const filling = fillingOf(coats, letters, scene);
  const groups = byColour(letters.drawn ?? letters.letters).map(([own, some]) => ({
    own,
    some,
    units: own === null && !filling.colour ? filling.unitsOf(some) : [],
  }));
  const strength = mixCoats({ coats });
  /** The letters in runs of one paint, with the boxes that tell whether a request meets them. */
  const runs: Run[] = groups.flatMap(({ own, some, units }): Run[] => {
    const flat = own === null ? filling.colour : recoloured(strength, own);
    return flat
      ? [{ colour: flat, unit: null, placed: placedLetters(some, letters.place) }]
      : units.map((unit) => ({ colour: null, unit, placed: placedLetters(unit.letters, letters.place) }));
  });
  const boundsOf = ({ placed }: Run): Region | null => unionOf(placed.map(({ bounds }) => bounds));
  const key = contentKey(
    'ink',
    filling.key,
    strength,
    letters.place,
    keyOf(letters.letters),
    letters.drawn && keyOf(letters.drawn),
  );
  return {
    key,
    // A paint that is laid out along words or lines depends on all of their letters.
    keyAt: (request) => {
      const near = runs.map(({ colour, placed }) => [colour, lettersIn(placed, request)] as const);
      return runs.some(({ unit }, i) => unit && near[i][1].length > 0)
        ? key
        : contentKey(
            'flat ink',
            letters.place,
            near.filter(([, some]) => some.length > 0),
          );
    },
    channels: 4,
    isTiled: true,
    bounds: unionOf(runs.map(boundsOf)) ?? nowhere,
    needs: (request) => filling.needs(request),
    async compute(request, inputs) {
      const { region, scale } = request;
      const out = emptyRaster(region.width, region.height, 4);
      for (const run of runs) {
        const bounds = boundsOf(run);
        const box = bounds && partIn(bounds, request);
        if (!box) continue;
        const cover = evened(coverOf(run.placed, letters.place, { region: box, scale }));
        if (isBlank(cover)) continue;
        const fill = run.unit
          ? cutFill(await filling.paint(run.unit, request, inputs, box), cover)
          : tint(cover, run.colour);
        blendIn(out, region, fill, box);
      }
      return out;
    },
  };
}

/** The letters in groups of one colour, in the order in which the colours come; null is the ink's. */
function byColour(letters: readonly Letter[]): [string | null, Letter[]][] {
  const groups = new Map<string | null, Letter[]>();
  for (const letter of letters) {
    const group = groups.get(letter.colour);
    if (group) group.push(letter);
    else groups.set(letter.colour, [letter]);
  }
  return [...groups];
}
