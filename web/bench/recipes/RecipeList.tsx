import { useEffect, useRef, useState } from 'react';
import type { Edit } from '../../../core/piece/edits/edit';
import type { RecipeShelf } from '../../api/recipes';
import { Problem } from '../../ui/Problem';
import { useBench } from '../benchContext';
import { editing } from '../editing';
import { messageOf } from '../../ui/messageOf';

/** How long the pointer rests on a recipe before it is seen on the sheet, ms. */
const pause = 180;

interface RecipeNamed {
  name: string;
  note: string;
}

interface RecipeListProps<Kept extends RecipeNamed> {
  label: string;
  /** What the list is called while it is folded. */
  title: string;
  shelf: RecipeShelf<Kept, Kept & { id: string }>;
  shipped: readonly Kept[];
  applied(recipe: Kept): Edit;
  /** The recipe of what is there now. */
  made(name: string): Kept;
}

/**
 * Recipes that come with the application and those that were kept: pointing at one shows it on the sheet, a click puts
 * it on.
 */
export function RecipeList<Kept extends RecipeNamed>({ label, title, ...rest }: RecipeListProps<Kept>) {
  const [open, setOpen] = useState(false);
  return (
    <section className="border-t border-rule pt-2" aria-label={label}>
      <button className="label w-full text-left" aria-expanded={open} onClick={() => setOpen(!open)}>
        {open ? 'Fold the recipes' : title}
      </button>
      {open && <OpenList {...rest} />}
    </section>
  );
}

function OpenList<Kept extends RecipeNamed>({
  shelf,
  shipped,
  applied,
  made,
}: Omit<RecipeListProps<Kept>, 'label' | 'title'>) {
  const { mayChange } = useBench();
  const [own, setOwn] = useState<(Kept & { id: string })[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const report = (error: unknown): void => setProblem(messageOf(error));
  useEffect(() => {
    let current = true;
    shelf.list().then(
      (list) => current && setOwn(list),
      (error: unknown) => current && report(error),
    );
    return () => {
      current = false;
    };
  }, [shelf]);
  const keep = (name: string): void => {
    setProblem(null);
    shelf.keep(made(name)).then((kept) => setOwn((before) => [kept, ...(before ?? [])]), report);
  };
  const remove = (id: string): void => {
    shelf.remove(id).then(() => setOwn((before) => before?.filter((one) => one.id !== id) ?? null), report);
  };
  return (
    <div className="mt-1 flex flex-col gap-2">
      {problem && <Problem onDismiss={() => setProblem(null)}>{problem}</Problem>}
      <ul>
        {own?.map(({ id, ...recipe }) => (
          <li key={id} className="flex items-center">
            <Offer recipe={recipe} edit={applied(recipe as unknown as Kept)} />
            <button
              className="quiet-button"
              disabled={!mayChange}
              aria-label={`Delete the recipe ${recipe.name}`}
              onClick={() => remove(id)}
            >
              Forget
            </button>
          </li>
        ))}
        {shipped.map((recipe) => (
          <li key={recipe.name} className="flex">
            <Offer recipe={recipe} edit={applied(recipe)} />
          </li>
        ))}
      </ul>
      <Keeping disabled={!mayChange} onKeep={keep} />
    </div>
  );
}

/** One recipe. While it is pointed at or focused it is seen on the sheet. */
function Offer({ recipe, edit }: { recipe: RecipeNamed; edit: Edit }) {
  const { mayChange } = useBench();
  const timer = useRef(0);
  const show = (): void => {
    if (!mayChange) return;
    window.clearTimeout(timer.current);
    timer.current = window.setTimeout(() => editing.tryOut(edit), pause);
  };
  const hide = (): void => {
    window.clearTimeout(timer.current);
    editing.tryOut(null);
  };
  useEffect(
    () => () => {
      window.clearTimeout(timer.current);
      editing.tryOut(null);
    },
    [],
  );
  return (
    <button
      className="grow rounded-sheet px-1 py-0.5 text-left hover:bg-desk"
      disabled={!mayChange}
      onPointerEnter={show}
      onPointerLeave={hide}
      onFocus={show}
      onBlur={hide}
      onClick={() => {
        window.clearTimeout(timer.current);
        editing.commit(`Apply the recipe ${recipe.name}`, edit);
      }}
    >
      <b>{recipe.name}</b>
      {recipe.note && <span className="text-faint">: {recipe.note}</span>}
    </button>
  );
}

function Keeping({ disabled, onKeep }: { disabled: boolean; onKeep(name: string): void }) {
  const [name, setName] = useState('');
  return (
    <form
      className="flex gap-1"
      onSubmit={(event) => {
        event.preventDefault();
        if (name.trim() === '') return;
        onKeep(name.trim());
        setName('');
      }}
    >
      <input
        className="field min-w-0 grow"
        aria-label="Name of the recipe"
        placeholder="Name for these"
        maxLength={80}
        value={name}
        disabled={disabled}
        onChange={(event) => setName(event.target.value)}
        onKeyDown={(event) => event.stopPropagation()}
      />
      <button className="plain-button" disabled={disabled || name.trim() === ''}>
        Keep as a recipe
      </button>
    </form>
  );
}
