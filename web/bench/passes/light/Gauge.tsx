import { useEffect, useRef, useState } from 'react';
import { plainLamp } from '../../../../core/light/lamp';
import { levelSize } from '../../../../core/pictures/pyramid';
import type { Light } from '../../../../core/survey/light';
import { unsure } from '../../../../core/survey/sentences';
import { coarseView, type CoarseView } from '../../../../core/survey/view';
import { useSurvey } from '../../../api/surveys';
import { useBench } from '../../benchContext';
import { useFarthestPlate } from '../../farthestPlate';
import { Depths } from './Depths';
import { useReliefPicture } from './useReliefPicture';

/** The relief is shown from a level with no more px than this: it follows the dial. */
const shownPixels = 60000;

const cueNames: Record<string, string> = {
  sun: 'The sun in it',
  'shading of things': 'Shading of things',
  'shadows beside things': 'Shadows beside things',
  texture: 'Shading of its surface',
};

/** What a shadow on the ground says of the light, a sentence. */
const groundSays = ({ side, deep, confidence }: NonNullable<Light['ground']>): string => {
  const into = deep > 0 ? 'and away' : 'and nearer';
  const way = Math.abs(deep) < 0.15 ? 'along the picture' : into;
  return `A shadow on the ground runs to the ${side > 0 ? 'right' : 'left'} ${way}: how high the light stands follows from it, ${Math.round(confidence * 100)} % sure.`;
};

/** What says where the light comes from, and the relief that the photograph has in the light of the lamp. */
export function Gauge() {
  const plate = useFarthestPlate();
  const { survey } = useSurvey(plate?.sha256 ?? null);
  return (
    <div className="flex flex-col gap-3">
      {survey.light && survey.light.cues.length > 0 && (
        <div>
          <h3 className="mb-1 label">What tells of the light</h3>
          <ul>
            {survey.light.cues.map((cue) => (
              <li key={cue.from} className="flex justify-between gap-2">
                <span className="truncate">{cueNames[cue.from]}</span>
                <span className="whitespace-nowrap tabular-nums text-faint">
                  {Math.round(cue.tilt)}°, {Math.round(cue.confidence * 100)} % sure
                </span>
              </li>
            ))}
          </ul>
          {survey.light.ground && survey.light.ground.confidence > unsure && (
            <p className="mt-1 text-faint">{groundSays(survey.light.ground)}</p>
          )}
        </div>
      )}
      <Depths />
      {plate && <ReliefThumbnail asset={plate.asset} />}
    </div>
  );
}

function ReliefThumbnail({ asset }: { asset: string }) {
  const { piece, materials } = useBench();
  const [view, setView] = useState<CoarseView | null>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    let isCurrent = true;
    const picture = materials?.picture(asset);
    if (!picture) return;
    let level = 0;
    const count = (number: number): number => {
      const { width, height } = levelSize(picture.width, picture.height, number);
      return width * height;
    };
    while (level < picture.levels - 1 && count(level) > shownPixels) level++;
    coarseView(picture, level).then(
      (seen) => isCurrent && setView(seen),
      // The gauge stays empty: the sheet itself says what is wrong with the photograph.
      () => undefined,
    );
    return () => {
      isCurrent = false;
    };
  }, [materials, asset]);
  const { tilt, height } = piece.lamp ?? plainLamp();
  const picture = useReliefPicture(view, { tilt, height: Math.abs(height) });
  useEffect(() => {
    if (!canvas.current || !picture) return;
    canvas.current.width = picture.width;
    canvas.current.height = picture.height;
    canvas.current.getContext('2d')!.putImageData(new ImageData(picture.pixels, picture.width, picture.height), 0, 0);
  }, [picture]);
  return (
    <div>
      <h3 className="mb-1 label">Relief in this light</h3>
      <canvas
        ref={canvas}
        className="w-full rounded-sheet border border-rule"
        role="img"
        aria-label="What would stand out of the photograph’s surface if the light came from the lamp: light is high"
      />
      <p className="text-faint">
        {picture
          ? `Light is high: up to ${Math.round(picture.highest)} px of the photograph. Turn the lamp until folds and bumps look right.`
          : 'Being fetched'}
      </p>
    </div>
  );
}
