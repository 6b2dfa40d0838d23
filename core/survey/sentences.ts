import type { MeasureName, Survey } from '.';

const from = [
  'the right',
  'the upper right',
  'above',
  'the upper left',
  'the left',
  'the lower left',
  'below',
  'the lower right',
];

/** A direction in words. @param tilt degrees counter-clockwise from the right */
export const directionName = (tilt: number): string => from[Math.round((((tilt % 360) + 360) % 360) / 45) % 8];

const percent = (share: number): string => `${Math.round(share * 100)} %`;
const px = (value: number): string => `${value < 10 ? value.toFixed(1) : Math.round(value)} px`;

/** From here on a finding is told without doubt; below the second it cannot be told. */
export const [sure, unsure] = [0.5, 0.2];

const sentences: { [Name in MeasureName]: (found: Survey[Name]) => string } = {
  light({ tilt, height, confidence, hard, sun }) {
    if (confidence < unsure) return 'It cannot be told where the light comes from.';
    const where = height < 0 ? 'from behind the scene, ' : '';
    const doubt = confidence < sure ? 'Perhaps f' : 'F';
    const high = height < 0 ? '' : `, about ${Math.round(height)}° high`;
    return `${doubt}rom ${directionName(tilt)} (${where}${Math.round(tilt)}°${high}); ${hard > 0.55 ? 'hard' : 'soft'}${sun ? '; the sun is in the picture' : ''}.`;
  },
  grain: ({ sigma, size, confidence }) =>
    confidence < unsure
      ? 'Too little is calm to tell.'
      : `${sigma.toFixed(1)}/255${size > 0 ? `, ${px(size)} coarse` : ''}.`,
  focus: ({ sharpest, softest, edges }) =>
    edges < 8 ? 'Too few edges to tell.' : `Edges are soft by ${px(sharpest)} to ${px(softest)}.`,
  detail: ({ size }) => (size > 0 ? `Its things are about ${px(size)} from light to dark and back.` : 'It has none.'),
  evenness: ({ stops }) => `${stops < 0.8 ? 'Evenly lit' : 'Unevenly lit'}: ${stops.toFixed(1)} stops.`,
  calm: ({ share, places }) =>
    places.length === 0
      ? 'No place is calm enough for words.'
      : `${percent(share)} is calm; the largest place is ${px(places[0].width)} × ${px(places[0].height)}.`,
  clipped: ({ white, black }) => `${percent(white)} is clipped to white, ${percent(black)} to black.`,
  shadows: ({ depth, confidence }) =>
    confidence < unsure ? 'Hardly any.' : `They leave ${percent(depth)} of the light.`,
  planes({ vanishing, horizon, confidence }) {
    const seen = horizon ? ` The horizon lies at ${px((horizon.from[1] + horizon.to[1]) / 2)} from the top.` : '';
    if (confidence < unsure || vanishing.length === 0) return `No lines that run together.${seen}`;
    const [{ place, direction }] = vanishing;
    return place
      ? `Lines meet at ${Math.round(place[0])}, ${Math.round(place[1])}.${seen}`
      : `Lines run along ${Math.round(direction) % 180}°.${seen}`;
  },
};

/** What was found, a sentence for each measure. */
export const surveySentences = (survey: Partial<Survey>): [MeasureName, string][] =>
  (Object.keys(sentences) as MeasureName[]).flatMap((name): [MeasureName, string][] => {
    const found = survey[name];
    return found ? [[name, (sentences[name] as (own: unknown) => string)(found)]] : [];
  });
