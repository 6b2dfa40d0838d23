import type { Grade, GradeArea } from '../../../../core/passes/grade/schema';

/** A grade to begin with. Lengths are for a sheet 1800 px wide. */
export interface ReadyGrade {
  title: string;
  area: GradeArea;
  tone?: Partial<Grade>;
}

/** What practitioners do most often. */
export const ready: readonly ReadyGrade[] = [
  { title: 'Outside: blurred and darkened', area: 'outside', tone: { blur: 9, light: -1 } },
  { title: 'Inside: lightened', area: 'inside', tone: { light: 0.8 } },
  { title: 'Inside: hue shifted', area: 'inside', tone: { hue: 150 } },
  { title: 'Outside: without colour', area: 'outside', tone: { saturation: 0 } },
  { title: 'Inside: inverted', area: 'inside', tone: { invert: true } },
  { title: 'Inside: a colour subtracted', area: 'inside', tone: { subtract: '#33445a' } },
];
