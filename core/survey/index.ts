import type { Picture } from '../pictures/pyramid';
import { calm, type Calm } from './calm';
import { clipped, type Clipped } from './clipped';
import { detail, type Detail } from './detail';
import { evenness, type Evenness } from './evenness';
import { focus, type Focus } from './focus';
import { grain, type Grain } from './grain';
import { light, type Light } from './light';
import type { Finding, Measure } from './measure';
import { planes, type Planes } from './planes';
import { shadows, type Shadows } from './shadows';
import { lookAt } from './view';

/** What a plate tells of itself. */
export interface Survey {
  grain: Grain;
  clipped: Clipped;
  evenness: Evenness;
  detail: Detail;
  calm: Calm;
  shadows: Shadows;
  planes: Planes;
  focus: Focus;
  light: Light;
}

export type MeasureName = keyof Survey;

/** Every measure, the quickest first. A new one is a folder beside these and one line here. */
export const measures: { [Name in MeasureName]: Measure<Survey[Name]> } = {
  grain,
  clipped,
  evenness,
  detail,
  calm,
  shadows,
  planes,
  focus,
  light,
};

export const measureNames = Object.keys(measures) as MeasureName[];

/** A survey that was kept under another of these is taken again. */
export const surveyVersion = measureNames.map((name) => `${name}-${measures[name].version}`).join(' ');

/** Told after each measure. @param done part of the measures, 0..1 */
export type SurveyProgress = (name: MeasureName, found: Finding, done: number) => void;

/**
 * Measures a plate.
 * @param things what stands out: masks of the size of the view's coarse level
 * @param names which measures; all of them if none are given
 */
export async function takeSurvey(
  picture: Picture,
  {
    things = [],
    names = measureNames,
    progress,
  }: {
    things?: readonly Uint8Array[];
    names?: readonly MeasureName[];
    progress?: SurveyProgress;
  } = {},
): Promise<Partial<Survey>> {
  const view = await lookAt(picture, things);
  const found: Partial<Record<MeasureName, Finding>> = {};
  for (const [i, name] of names.entries()) {
    const own: Finding = await measures[name].take(view);
    found[name] = own;
    progress?.(name, own, (i + 1) / names.length);
  }
  return found as Partial<Survey>;
}
