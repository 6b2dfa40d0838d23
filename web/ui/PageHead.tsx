import { Link } from 'react-router';

/** The strip above a page that is no piece: the way to the Shelf, and where one is. */
export function PageHead({ title }: { title: string }) {
  return (
    <header className="flex h-11 shrink-0 items-center gap-3 border-b border-rule bg-card px-6">
      <Link to="/" className="font-title text-base text-iron" title="Back to the Shelf">
        Inky Veil
      </Link>
      <span className="text-faint">{title}</span>
    </header>
  );
}
