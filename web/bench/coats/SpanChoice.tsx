import type { Span } from '../../../core/coats/schema';
import { Choice } from '../../ui/Choice';
import { useBench } from '../benchContext';

const spanNames: Record<Span, string> = { word: 'all letters', line: 'each line', letter: 'each letter' };

export function SpanChoice({ name, span, onChoose }: { name: string; span: Span; onChoose(span: Span): void }) {
  const { mayChange } = useBench();
  return (
    <Choice
      label={`What ${name} is laid out along`}
      inSentence
      value={span}
      options={spanNames}
      disabled={!mayChange}
      onChoose={onChoose}
    />
  );
}
