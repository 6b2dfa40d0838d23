import { useEffect, useRef } from 'react';
import { store } from '../store';
import type { Bench } from './benchContext';
import { handed, looked } from './benchState';
import { editing } from './editing';
import { isTyping } from './nudge';
import { benchPasses } from './passes';

/** Keys that work anywhere on the bench. Those of a tool belong to the tool. */
export function useBenchKeys(bench: Bench | null, openKeys: () => void): void {
  const latest = useRef({ bench, openKeys });
  useEffect(() => {
    latest.current = { bench, openKeys };
  });
  useEffect(() => {
    const down = (event: KeyboardEvent): void => {
      const now = latest.current;
      if (!now.bench) return;
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z') {
        event.preventDefault();
        void editing.step(event.shiftKey ? 'redo' : 'undo');
        return;
      }
      if (isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
      if (pressed(event, now.bench, now.openKeys)) event.preventDefault();
    };
    const up = (event: KeyboardEvent): void => {
      if (event.key === ';') store.dispatch(looked({ before: false }));
    };
    const blur = (): void => void store.dispatch(looked({ before: false }));
    window.addEventListener('keydown', down);
    window.addEventListener('keyup', up);
    window.addEventListener('blur', blur);
    return () => {
      window.removeEventListener('keydown', down);
      window.removeEventListener('keyup', up);
      window.removeEventListener('blur', blur);
    };
  }, []);
}

function pressed(event: KeyboardEvent, bench: Bench, openKeys: () => void): boolean {
  const { hand, halfStrength, gaugesFolded } = store.getState().bench;
  const key = event.key;
  const line = benchPasses.find((pass) => String(pass.line) === key);
  if (line) bench.openLine(line.line);
  else if (key === 'Escape') {
    if (hand.inkTool !== 'none') store.dispatch(handed({ inkTool: 'none' }));
    else if (hand.tracePoint) store.dispatch(handed({ tracePoint: null }));
    else bench.openLine(null);
  } else if (key === ';') store.dispatch(looked({ before: true }));
  else if (key === "'") store.dispatch(looked({ halfStrength: !halfStrength }));
  else if (key === '?') openKeys();
  else if (key === 'g' || key === 'G') store.dispatch(looked({ gaugesFolded: !gaugesFolded }));
  else if (key === 'n' || key === 'N') chooseNext(bench);
  else if (key === 'q' || key === 'Q') store.dispatch(handed({ side: hand.side === 'front' ? 'behind' : 'front' }));
  else if (key === '-' || key === '=')
    store.dispatch(handed({ radius: Math.min(2000, Math.max(0.5, hand.radius * (key === '-' ? 1 / 1.15 : 1.15))) }));
  else if (key === '_' || key === '+')
    store.dispatch(handed({ softness: Math.min(1, Math.max(0, hand.softness + (key === '_' ? -0.1 : 0.1))) }));
  else return false;
  return true;
}

function chooseNext({ piece, lettering }: Bench): void {
  const ids = piece.letterings.map(({ id }) => id);
  if (ids.length > 0) store.dispatch(looked({ lettering: ids[(ids.indexOf(lettering?.id ?? '') + 1) % ids.length] }));
}
