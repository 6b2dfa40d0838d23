import { useMemo } from 'react';
import type { Survey } from '../../core/survey';
import { placeForWords } from '../../core/survey/lacks';
import { directionName, unsure } from '../../core/survey/sentences';
import type { StoredAsset } from '../api/files';

/** A photograph with what was found drawn over it: a calm place with the words in hand, and where the light comes from. */
export function PlateSight({ plate, survey, words }: { plate: StoredAsset; survey: Partial<Survey>; words: string }) {
  const size = { width: plate.width!, height: plate.height! };
  const { calm } = survey;
  const place = useMemo(
    () => (calm ? placeForWords({ calm }, { width: plate.width!, height: plate.height! }, words) : null),
    [calm, plate, words],
  );
  const lines = words.split('\n').filter((line) => line.trim() !== '');
  return (
    <div
      className="relative overflow-hidden rounded-sheet bg-mat"
      style={{ aspectRatio: `${size.width} / ${size.height}` }}
    >
      <img
        src={`/api/assets/${plate.sha256}/thumbnail`}
        alt=""
        className="absolute inset-0 h-full w-full object-fill"
        draggable={false}
      />
      <svg viewBox={`0 0 ${size.width} ${size.height}`} className="absolute inset-0 h-full w-full" aria-hidden="true">
        {place && lines.length > 0 && (
          <>
            {['#1F2328', '#F6F6F3'].map((colour, i) => (
              <rect
                key={colour}
                x={place.x}
                y={place.y}
                width={place.width}
                height={place.height}
                fill="none"
                stroke={colour}
                strokeDasharray={i === 0 ? undefined : '6 5'}
                vectorEffect="non-scaling-stroke"
                strokeWidth={i === 0 ? 2 : 1}
              />
            ))}
            {lines.map((line, i) => (
              <text
                key={i}
                x={place.x + place.width / 2}
                y={place.y + ((i + 0.82) * place.height) / lines.length}
                textAnchor="middle"
                textLength={place.width * 0.94}
                lengthAdjust="spacingAndGlyphs"
                fontSize={(place.height / lines.length) * 0.9}
                fontWeight="700"
                fill="#F6F6F3"
                stroke="#1F2328"
                strokeWidth={place.height / lines.length / 60}
                paintOrder="stroke"
              >
                {line.trim()}
              </text>
            ))}
          </>
        )}
        <LightArrow survey={survey} {...size} />
      </svg>
    </div>
  );
}

/** Where the light comes from; the less sure it is, the fainter. */
function LightArrow({ survey: { light }, width, height }: { survey: Partial<Survey>; width: number; height: number }) {
  if (!light || light.confidence < unsure) return null;
  const reach = Math.min(width, height) * 0.16;
  const [cx, cy] = [width - reach * 1.25, height - reach * 1.25];
  const turn = (light.tilt * Math.PI) / 180;
  const [dx, dy] = [Math.cos(turn), -Math.sin(turn)];
  const tip = [cx - dx * reach * 0.9, cy - dy * reach * 0.9];
  const head = [-dy, dx].map((value) => value * reach * 0.22);
  const path = `M${cx + dx * reach} ${cy + dy * reach}L${tip[0]} ${tip[1]}M${tip[0] + dx * reach * 0.36 + head[0]} ${tip[1] + dy * reach * 0.36 + head[1]}L${tip[0]} ${tip[1]}L${tip[0] + dx * reach * 0.36 - head[0]} ${tip[1] + dy * reach * 0.36 - head[1]}`;
  return (
    <g opacity={0.35 + 0.65 * light.confidence}>
      <title>{`Light from ${directionName(light.tilt)}`}</title>
      <path d={path} fill="none" stroke="#1F2328" strokeWidth={4.5} vectorEffect="non-scaling-stroke" />
      <path d={path} fill="none" stroke="#F6F6F3" strokeWidth={2} vectorEffect="non-scaling-stroke" />
    </g>
  );
}
