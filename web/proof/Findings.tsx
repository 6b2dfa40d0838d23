import { Link } from 'react-router';
import type { ReadLetter } from '../../core/proof/reading';
import type { Bench } from '../bench/benchContext';
import { beyondSafe, findingsOf, readingSays, type Finding } from './findings';
import type { ProofSettings } from './settings';

interface FindingsProps {
  bench: Bench;
  /** What the address of the bench needs for the size that is proofed. */
  ofSize: string;
  settings: ProofSettings;
  /** m */
  distance: number;
  letters: readonly ReadLetter[] | null;
}

/** What is out of its limits, each with a way to its line; and what is read from there. */
export function Findings({ bench, ofSize, settings, distance, letters }: FindingsProps) {
  const found = [...(bench.measures ? findingsOf(bench) : []), ...(settings.edges ? beyondSafe(bench, settings) : [])];
  return (
    <aside
      className="flex w-[272px] shrink-0 flex-col gap-4 overflow-y-auto border-l border-rule bg-card p-3 max-[1100px]:w-56"
      aria-label="Findings"
    >
      <section aria-label="Out of limits">
        <h2 className="label mb-1">Out of limits</h2>
        {!bench.measures && <p className="text-faint">Being measured</p>}
        {bench.measures && found.length === 0 && (
          <p className="text-verdigris">Nothing. Every gauge is within its limits.</p>
        )}
        <ul className="flex flex-col gap-2">
          {found.map((one, i) => (
            <Entry key={i} address={(line) => `/piece/${bench.id}/${line}${ofSize}`} finding={one} />
          ))}
        </ul>
      </section>
      <section aria-label="What is read">
        <h2 className="label mb-1">Read from {distance < 10 ? distance.toFixed(1) : distance.toFixed(0)} m</h2>
        {letters === null ? (
          <p className="text-faint">Being measured</p>
        ) : (
          <ul className="flex flex-col gap-1" data-testid="reading">
            {readingSays(letters).map(({ says, isBad }) => (
              <li key={says} className={isBad ? 'text-ochre' : ''}>
                {says}
              </li>
            ))}
            {letters.length === 0 && <li className="text-faint">There are no letters to read.</li>}
          </ul>
        )}
      </section>
    </aside>
  );
}

function Entry({ address, finding: { line, title, says } }: { address(line: number): string; finding: Finding }) {
  return (
    <li className="border-b border-rule pb-2 text-ochre">
      {says}{' '}
      <Link className="whitespace-nowrap text-ink underline underline-offset-2" to={address(line)}>
        Line {line}, {title.toLowerCase()}
      </Link>
    </li>
  );
}
