import { fits, type Fit } from '../../core/runs/slots';
import type { Run, RunSettings, Slot } from '../api/runs';

const fitNames: Record<Fit, string> = {
  keep: 'as large as they come',
  shrink: 'made smaller to fit',
  wrap: 'on other lines to fit',
  lockup: 'in another lockup to fit',
};
const kindNames: Record<Slot['kind'], string> = {
  words: 'words',
  plate: 'photograph',
  fill: 'picture in letters',
  colour: 'colour',
  face: 'face',
  recipe: 'recipe',
  size: 'size',
};

interface SlotListProps {
  run: Run;
  change(settings: Partial<RunSettings>): void;
}

/** What changes from row to row, by which rules, and which column fills it. */
export function SlotList({ run, change }: SlotListProps) {
  const { slots, matched, columns } = run.settings;
  const free = run.possible.filter(({ id }) => !slots.some((slot) => slot.id === id));
  const setSlot = (slot: Slot): void => change({ slots: slots.map((one) => (one.id === slot.id ? slot : one)) });
  return (
    <section aria-label="Slots">
      <h2 className="font-title text-base">What changes</h2>
      {slots.length === 0 && <p className="mt-1 text-faint">Nothing yet. Add what is to be another in every row.</p>}
      <ul className="mt-1">
        {slots.map((slot) => (
          <li key={slot.id} className="border-b border-rule py-2">
            <div className="flex items-baseline gap-2">
              <span className="min-w-0 grow truncate font-semibold" title={slot.name}>
                {slot.name}
              </span>
              <button
                className="quiet-button"
                aria-label={`Remove the slot ${slot.name}`}
                onClick={() => change({ slots: slots.filter(({ id }) => id !== slot.id) })}
              >
                Remove
              </button>
            </div>
            <p className="text-faint">{kindNames[slot.kind]}</p>
            {run.broken[slot.id] && <p className="text-iron">{run.broken[slot.id]}</p>}
            <label className="mt-1 flex items-center gap-2">
              <span className="label w-14">filled by</span>
              <select
                className="field min-w-0 grow"
                aria-label={`Column for ${slot.name}`}
                value={matched[slot.id] ?? ''}
                onChange={(event) => {
                  const others = Object.fromEntries(Object.entries(matched).filter(([id]) => id !== slot.id));
                  change({
                    matched: event.target.value === '' ? others : { ...others, [slot.id]: event.target.value },
                  });
                }}
              >
                <option value="">no column</option>
                {columns.map((column) => (
                  <option key={column}>{column}</option>
                ))}
              </select>
            </label>
            {slot.kind === 'words' && <WordsRules slot={slot} onChange={setSlot} />}
            {(slot.kind === 'face' || slot.kind === 'colour') && <Allowed slot={slot} onChange={setSlot} />}
            <label className="mt-1 flex items-center gap-2">
              <input
                type="checkbox"
                checked={slot.isNeeded}
                onChange={(event) => setSlot({ ...slot, isNeeded: event.target.checked })}
              />
              every row needs one
            </label>
          </li>
        ))}
      </ul>
      {free.length > 0 && (
        <select
          className="field mt-2 w-full"
          aria-label="Add a slot"
          value=""
          onChange={(event) => {
            const added = free.find(({ id }) => id === event.target.value);
            if (added) change({ slots: [...slots, added] });
          }}
        >
          <option value="">Add what changes</option>
          {free.map((slot) => (
            <option key={slot.id} value={slot.id}>
              {slot.name} ({kindNames[slot.kind]})
            </option>
          ))}
        </select>
      )}
    </section>
  );
}

type SlotOf<Kind extends Slot['kind']> = Extract<Slot, { kind: Kind }>;

/** How words are fitted, and how long they may be. */
function WordsRules({ slot, onChange }: { slot: SlotOf<'words'>; onChange(slot: Slot): void }) {
  return (
    <>
      <label className="mt-1 flex items-center gap-2">
        <span className="label w-14">if long</span>
        <select
          className="field min-w-0 grow"
          aria-label={`How long words of ${slot.name} are fitted`}
          value={slot.fit}
          onChange={(event) => onChange({ ...slot, fit: event.target.value as Fit })}
        >
          {fits.map((fit) => (
            <option key={fit} value={fit}>
              {fitNames[fit]}
            </option>
          ))}
        </select>
      </label>
      <label className="mt-1 flex items-center gap-2">
        <span className="label w-14">at most</span>
        <input
          key={slot.longest ?? ''}
          className="field w-16"
          inputMode="numeric"
          aria-label={`Longest text of ${slot.name}, characters`}
          defaultValue={slot.longest ?? ''}
          placeholder="any"
          onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
          onBlur={(event) => {
            const typed = Number.parseInt(event.target.value, 10);
            const longest = Number.isFinite(typed) && typed > 0 ? Math.min(5000, typed) : null;
            if (longest !== slot.longest) onChange({ ...slot, longest });
          }}
        />
        characters
      </label>
      <RoomField slot={slot} onChange={onChange} />
      <label className="mt-1 flex items-center gap-2">
        <input
          type="checkbox"
          checked={slot.upperCase}
          onChange={(event) => onChange({ ...slot, upperCase: event.target.checked })}
        />
        in capitals
      </label>
    </>
  );
}

/** The room that words are fitted into: typed as width and height; left empty, that of the design's words. */
function RoomField({ slot, onChange }: { slot: SlotOf<'words'>; onChange(slot: Slot): void }) {
  const shown = slot.room ? slot.room.map((one) => Math.round(one)).join(' × ') : '';
  return (
    <label className="mt-1 flex items-center gap-2">
      <span className="label w-14">room</span>
      <input
        key={shown}
        className="field w-28"
        aria-label={`Room of ${slot.name}, px across and down`}
        defaultValue={shown}
        placeholder="as designed"
        title="Width and height in px of the sheet, such as 900 × 120"
        onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
        onBlur={(event) => {
          const [width, height] = (event.target.value.match(/\d+(\.\d+)?/g) ?? []).map(Number);
          const room: [number, number] | null = width >= 1 && height >= 1 ? [width, height] : null;
          if (String(room) !== String(slot.room)) onChange({ ...slot, room });
          else event.target.value = shown;
        }}
      />
      px
    </label>
  );
}

/** The only values that are taken, one a line; with none, all are. */
function Allowed({ slot, onChange }: { slot: SlotOf<'face'> | SlotOf<'colour'>; onChange(slot: Slot): void }) {
  return (
    <label className="mt-1 block">
      <span className="label">only these, one a line</span>
      <textarea
        key={slot.allowed.join()}
        className="field h-14 w-full py-1"
        aria-label={`Allowed values of ${slot.name}`}
        defaultValue={slot.allowed.join('\n')}
        placeholder="any"
        spellCheck={false}
        onBlur={(event) => {
          const allowed = event.target.value
            .split('\n')
            .map((line) => line.trim())
            .filter((line) => line !== '');
          if (allowed.join() !== slot.allowed.join()) onChange({ ...slot, allowed });
        }}
      />
    </label>
  );
}
