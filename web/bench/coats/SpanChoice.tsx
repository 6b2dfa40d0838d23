import type { Coat, Span } from '../../../core/coats/schema';
import type { setCoat } from '../../../core/piece/edits/ink';
import { Choice } from '../../ui/Choice';
import { useBench } from '../benchContext';

/** What the settings of a coat work with. */
export interface CoatProps<One extends Coat = Coat> {
  coat: One;
  /** How the coat is called for those who do not see it, such as `Coat 2`. */
  name: string;
  set(change: Partial<One>): ReturnType<typeof setCoat>;
  /** Keeps a change, under what history calls it. */
  commit(label: string, change: Partial<One>): void;
}

const spanNames: Record<Span, string> = { word: 'all letters', line: 'each line', letter: 'each letter' };

export function SpanChoice({ name, span, onChoose }: { name: string; span: Span; onChoose(span: Span): void }) {
  const { mayChange } = useBench();
  return <Choice label={`What ${name} is laid out along`} inSentence value={span} options={spanNames} disabled={!mayChange} onChoose={onChoose} />;
}
