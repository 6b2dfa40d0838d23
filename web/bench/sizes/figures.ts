import type { Legible } from '../../../core/arranging/propose';

const percent = (part: number): string => `${Math.round(part * 100)} %`;

/** What can be read of a size, in words. */
export function figuresOf({ left, contrast, misread }: Legible, height: number | null): string {
  const says = [
    height === null ? null : `letters from ${Math.round(height)} px`,
    left < 0.985 ? `least letter left ${percent(left)}` : null,
    contrast === null ? null : `contrast ${Math.round(contrast)} L*`,
    misread > 0 ? `${misread} hard to read` : null,
  ];
  return says.filter((one) => one !== null).join(', ');
}
