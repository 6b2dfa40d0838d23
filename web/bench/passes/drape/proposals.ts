import type { Lamp } from '../../../../core/light/lamp';
import {
  proposeDrape,
  strengths,
  type Known,
  type Proposal,
  type Strength,
} from '../../../../core/passes/drape/propose';
import type { Survey } from '../../../../core/survey';
import { useSurvey } from '../../../api/surveys';
import { useBench } from '../../benchContext';
import { useFarthestPlate } from '../../farthestPlate';
import { measuredDrape } from './measured';

export const strengthNames: Record<Strength, string> = { half: 'Half', full: 'Full', strong: 'Strong' };

/** What is proposed for the chosen lettering, by strength; null until its place is measured. */
export function useProposals(): Record<Strength, Proposal> | null {
  const bench = useBench();
  const { piece } = bench;
  const plate = useFarthestPlate();
  const { survey, isComplete } = useSurvey(plate?.sha256 ?? null);
  const measured = measuredDrape(bench);
  if (!measured || (plate && !survey.light && !isComplete)) return null;
  const known = { place: measured.place, light: lightOf(piece.lamp, survey.light), longer: longerOf(piece.sheet) };
  return Object.fromEntries(strengths.map((one) => [one, proposeDrape(known, one)])) as Record<Strength, Proposal>;
}

const longerOf = ({ width, height }: { width: number; height: number }): number => Math.max(width, height);

/** A lamp that somebody has set is believed; else the photograph's own light. */
export const lightOf = (lamp: Lamp | null, light: Survey['light'] | undefined): Known['light'] =>
  lamp ? { tilt: lamp.tilt, height: Math.max(1, Math.abs(lamp.height)), confidence: 1 } : (light ?? null);
