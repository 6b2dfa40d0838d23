import { fileNamesOf, patternFields, type WantedFile } from '../../../core/formats/fileSet';
import { fileFormats } from '../../../core/formats/formats';
import { useBench } from '../benchContext';
import { inWords, useTold } from './useTold';

interface FileListProps {
  files: readonly WantedFile[];
  pattern: string;
  onRemove(place: number): void;
  onPattern(pattern: string): void;
}

/** The files that leave together: each with its name and how large it will be, and the pattern of their names. */
export function FileList({ files, pattern, onRemove, onPattern }: FileListProps) {
  const { id, whole } = useBench();
  const names = fileNamesOf(whole, { files: [...files], pattern: pattern.trim() || '{number}' });
  const told = useTold(id, whole, files);
  return (
    <section aria-label="Files together" className="flex flex-col gap-2 border-t border-rule pt-3">
      <ul className="flex max-h-60 flex-col gap-1 overflow-y-auto">
        {names.map((name, i) => (
          <li key={`${name} ${i}`} className="flex items-center gap-2">
            <span className="grow break-all">
              {name} <span className="text-faint">{saysOf(files[i])}</span>
            </span>
            <span className="text-faint whitespace-nowrap">{told ? inWords([told[i]]) : '…'}</span>
            <button className="plain-button" aria-label={`Leave out ${name}`} onClick={() => onRemove(i)}>
              Leave out
            </button>
          </li>
        ))}
      </ul>
      <label className="flex flex-wrap items-center gap-2">
        Named
        <input
          className="field w-64"
          aria-label="Pattern of the names"
          maxLength={200}
          value={pattern}
          onChange={(event) => onPattern(event.target.value)}
        />
        <span className="text-faint">{patternFields.map((field) => `{${field}}`).join(' ')}</span>
      </label>
    </section>
  );
}

function saysOf({ format, bits, quality, ppi, bleed, press, underbase, space }: WantedFile): string {
  const { hasQuality, bits: known } = fileFormats[format];
  const parts = [
    known.length > 1 && `${bits} bits`,
    hasQuality && `quality ${quality}`,
    `${ppi} ppi`,
    bleed > 0 && `${bleed} mm bleed`,
    press !== null && `inks of ${press}`,
    space === 'display-p3' && 'Display P3',
    underbase !== undefined && `white, ${underbase.choke} mm choke`,
  ];
  return parts.filter((part) => part !== false).join(', ');
}
