import type { Coat } from '../../../core/coats/schema';
import { Choice } from '../../ui/Choice';
import { useBench } from '../benchContext';

type Reach = Coat['reach'];

function valueOf(reach: Reach): string {
  if (reach.kind === 'all') return 'all';
  return reach.kind === 'line' ? `line ${reach.line}` : `letter ${reach.at}`;
}

function nameOf(reach: Reach): string {
  if (reach.kind === 'all') return 'all letters';
  return reach.kind === 'line' ? `line ${reach.line + 1}` : 'a letter';
}

function reachOf(value: string): Reach {
  const [kind, number] = value.split(' ');
  if (kind === 'line') return { kind, line: Number(number) };
  return kind === 'letter' ? { kind, at: Number(number) } : { kind: 'all' };
}

/** More letters than this are not offered one by one. */
const mostOffered = 80;

/** Which letters a coat lies on: all, one line, or one letter. */
export function ReachChoice({ name, reach, onChoose }: { name: string; reach: Reach; onChoose(reach: Reach): void }) {
  const { letters, lettering, mayChange } = useBench();
  const lines = letters?.lines ?? [];
  const shown = (text: string): string => (lettering?.words.upperCase ? text.toUpperCase() : text);
  const options: Record<string, string> = {
    all: 'all letters',
    [valueOf(reach)]: nameOf(reach),
  };
  if (lines.length > 1)
    lines.forEach((line, i) => (options[`line ${i}`] = `line ${i + 1}, ${shown(line.text).slice(0, 18)}`));
  const inked = letters?.letters.filter(({ bounds }) => bounds) ?? [];
  if (inked.length > 1)
    inked
      .slice(0, mostOffered)
      .forEach(({ start, text }, i) => (options[`letter ${start}`] = `letter ${i + 1}, ${shown(text)}`));
  return (
    <Choice
      label={`Which letters ${name} lies on`}
      inSentence
      value={valueOf(reach)}
      options={options}
      disabled={!mayChange}
      onChoose={(value) => onChoose(reachOf(value))}
    />
  );
}
