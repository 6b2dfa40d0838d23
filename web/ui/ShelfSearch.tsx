/** More pieces than this are searched rather than looked through. */
const worthSearching = 12;

/** Where the Shelf is searched by name; nothing where there is little to search. */
export function ShelfSearch({ search, onSearch, of }: { search: string; onSearch(text: string): void; of: number }) {
  if (of <= worthSearching && search === '') return null;
  return (
    <input
      type="search"
      className="field w-56"
      aria-label="Search the Shelf by name"
      placeholder="Search by name"
      value={search}
      maxLength={200}
      onChange={(event) => onSearch(event.target.value)}
    />
  );
}

/** How much of the Shelf is shown, and more of it; nothing where all is. */
export function ShelfRest({ shown, found, onMore }: { shown: number; found: number; onMore(): void }) {
  if (shown >= found) return null;
  return (
    <div className="mt-5 flex items-center justify-center gap-3">
      <span className="text-faint">
        {shown} of {found.toLocaleString()} are shown.
      </span>
      <button className="plain-button" onClick={onMore}>
        Show more
      </button>
    </div>
  );
}
