import { useBench } from '../../benchContext';

export function Summary() {
  const { glows } = useBench().piece;
  if (glows.length === 0) return null;
  const count = (as: 'glow' | 'flare'): number => glows.filter((one) => one.as === as).length;
  const said = (number: number, name: string): string[] =>
    number === 0 ? [] : [number === 1 ? `a ${name}` : `${number} ${name}s`];
  const parts = [...said(count('glow'), 'glow'), ...said(count('flare'), 'flare')].join(' and ');
  return <span>{parts.charAt(0).toUpperCase() + parts.slice(1)}.</span>;
}
