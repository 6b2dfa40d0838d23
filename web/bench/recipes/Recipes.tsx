import { useEffect, useRef, useState } from 'react';
import { applyRecipe, recipeOf, type Recipe } from '../../../core/recipes/recipe';
import { shippedRecipes } from '../../../core/recipes/shipped';
import type { Lettering } from '../../../core/piece/schema';
import { keepRecipe, listRecipes, removeRecipe, type StoredRecipe } from '../../api/recipes';
import { Problem } from '../../ui/Problem';
import { useBench } from '../benchContext';
import { editing } from '../editing';

/** How long the pointer rests on a recipe before it is seen on the sheet, ms. */
const pause = 180;

/**
 * Recipes that come with the application and those that were kept: pointing at one shows it on the sheet, a click puts
 * it on.
 */
export function Recipes({ lettering }: { lettering: Lettering }) {
  const { mayChange, piece } = useBench();
  const [open, setOpen] = useState(false);
  const [own, setOwn] = useState<StoredRecipe[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const report = (error: unknown): void => setProblem(error instanceof Error ? error.message : 'This did not work.');
  useEffect(() => {
    if (!open) return;
    let current = true;
    listRecipes().then(
      (list) => current && setOwn(list),
      (error: unknown) => current && report(error),
    );
    return () => {
      current = false;
    };
  }, [open]);
  const keep = (name: string): void => {
    setProblem(null);
    keepRecipe(recipeOf(piece, lettering, name)).then((kept) => setOwn((before) => [kept, ...(before ?? [])]), report);
  };
  const remove = (id: string): void => {
    removeRecipe(id).then(() => setOwn((before) => before?.filter((one) => one.id !== id) ?? null), report);
  };
  return (
    <section className="border-t border-rule pt-2" aria-label="Recipes">
      <button className="label w-full text-left" aria-expanded={open} onClick={() => setOpen(!open)}>
        {open ? 'Fold the recipes' : 'Recipes: ink, panel and outlines by name'}
      </button>
      {open && (
        <div className="mt-1 flex flex-col gap-2">
          {problem && <Problem onDismiss={() => setProblem(null)}>{problem}</Problem>}
          <ul>
            {own?.map((recipe) => (
              <li key={recipe.id} className="flex items-center">
                <Offer recipe={recipe} lettering={lettering} />
                <button
                  className="quiet-button"
                  disabled={!mayChange}
                  aria-label={`Delete the recipe ${recipe.name}`}
                  onClick={() => remove(recipe.id)}
                >
                  Forget
                </button>
              </li>
            ))}
            {shippedRecipes.map((recipe) => (
              <li key={recipe.name} className="flex">
                <Offer recipe={recipe} lettering={lettering} />
              </li>
            ))}
          </ul>
          <Keeping disabled={!mayChange} onKeep={keep} />
        </div>
      )}
    </section>
  );
}

/** One recipe. While it is pointed at or focused it is seen on the sheet. */
function Offer({ recipe, lettering }: { recipe: Recipe; lettering: Lettering }) {
  const { mayChange } = useBench();
  const timer = useRef(0);
  const edit = applyRecipe(lettering.id, recipe);
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
