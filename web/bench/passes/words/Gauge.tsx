import { useDeferredValue, useMemo } from 'react';
import { lineWidths, standingCapHeight } from '../../../../core/passes/words/gauge';
import { setLines } from '../../../../core/passes/words/render';
import { gapsOf, oddGaps, oddShare } from '../../../../core/passes/words/spacing';
import { lengthLabel } from '../../../../core/piece/lengths';
import { useBench } from '../../benchContext';
import { Measured } from '../../gauges/Measured';
import { NothingYet } from '../../gauges/NothingYet';
import { Scale } from '../../gauges/Scale';

/** Finer than this, ink breaks or fills in when it is printed, mm. */
const finestPrintable = 0.25;
const shownGaps = 24;

export function Gauge() {
  const { letters, piece, lettering } = useBench();
  if (!letters || letters.letters.length === 0)
    return <NothingYet hasWords={!letters && lettering !== null && lettering.words.text !== ''} />;
  const widths = lineWidths(letters);
  const cap = standingCapHeight(letters);
  return (
    <div className="flex flex-col gap-3">
      {widths.length > 0 && (
        <section>
          <h3 className="mb-1 label">Width of the lines</h3>
          {widths.slice(0, 12).map((line, i) => (
            <Scale
              key={i}
              label={line.text || 'empty line'}
              value={line.width}
              shown={`${Math.round(line.width)} px`}
              full={piece.sheet.width}
              limits={[{ at: piece.sheet.width, name: 'sheet width' }]}
              good={line.width <= piece.sheet.width}
            />
          ))}
          {widths.length > 12 && <p className="text-faint">and {widths.length - 12} more</p>}
        </section>
      )}
      <InkGauge />
      {!lettering!.words.shape && <SpacingGauge />}
      <p>
        {lettering!.words.shape ? 'The shape is' : 'Capitals are'} <b>{Math.round(cap)} px</b> high,{' '}
        {lengthLabel(cap, 'mm', piece.sheet.ppi)} on paper.
      </p>
    </div>
  );
}

/** How much picture the letters hold, and their finest detail on paper. */
function InkGauge() {
  const { piece, lettering, measures } = useBench();
  const measured = lettering && measures?.words[lettering.id];
  if (!measured) return null;
  const { share, finest } = measured;
  const mm = (finest.px / piece.sheet.ppi) * 25.4;
  return (
    <Measured>
      <h3 className="mb-1 label">Ink</h3>
      <Scale label="Ink in the letters’ boxes" value={share} shown={`${Math.round(share * 100)} %`} full={1} />
      <Scale
        label={`Finest detail, in ${finest.text}`}
        value={mm}
        shown={`${mm.toFixed(2)} mm`}
        full={4}
        limits={[{ at: finestPrintable, name: 'finest that prints' }]}
        good={mm >= finestPrintable}
      />
      <p className={mm >= finestPrintable ? 'text-faint' : 'text-ochre'}>
        {finest.px.toFixed(1)} px{mm < finestPrintable ? '; finer lines break or fill in on paper.' : ' on the sheet.'}
      </p>
    </Measured>
  );
}

/** The white between neighbours, gap by gap. */
function SpacingGauge() {
  const { lettering, materials } = useBench();
  // While letters are being typed or scrubbed the gauge may come after them.
  const words = useDeferredValue(lettering!.words);
  const gaps = useMemo(() => {
    if (!materials) return [];
    try {
      const { lines, measure } = setLines(words, materials);
      return gapsOf(lines, measure, words.text);
    } catch {
      return [];
    }
  }, [words, materials]);
  if (gaps.length < 2) return null;
  const odd = oddGaps(gaps);
  const most = Math.max(...gaps.map(({ mean }) => mean));
  return (
    <section>
      <h3 className="mb-1 label">White between the letters</h3>
      <div
        className="flex h-16 items-end gap-px border-b border-rule"
        role="img"
        aria-label={odd.size === 0 ? 'Even' : `Odd gaps: ${[...odd].map(({ text }) => text).join(', ')}`}
      >
        {gaps.slice(0, shownGaps).map((gap) => (
          <div
            key={gap.left}
            className={`min-w-1 grow ${odd.has(gap) ? 'bg-ochre' : 'bg-verdigris'}`}
            style={{ height: `${Math.max(2, (gap.mean / most) * 100)}%` }}
            title={`${gap.text}: ${(gap.mean / words.size).toFixed(3)} em`}
          />
        ))}
      </div>
      <div className="flex gap-px text-center text-[11px] text-faint">
        {gaps.length <= 12 &&
          gaps.map((gap) => (
            <span key={gap.left} className={`grow ${odd.has(gap) ? 'font-semibold text-ochre' : ''}`}>
              {gap.text}
            </span>
          ))}
      </div>
      <p className={odd.size > 0 ? 'text-ochre' : 'text-faint'}>
        {odd.size === 0
          ? 'Even by measure.'
          : `${odd.size === 1 ? 'One gap is' : `${odd.size} gaps are`} off the others by more than ${oddShare * 100} %.`}
      </p>
    </section>
  );
}
