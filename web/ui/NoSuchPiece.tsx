import { Link } from 'react-router';
import { Problem } from './Problem';

/** In place of a piece that cannot be opened: why, and the way back. */
export function NoSuchPiece({ why }: { why: string }) {
  return (
    <main className="mx-auto mt-24 flex max-w-lg flex-col gap-4">
      <Problem>{why}</Problem>
      <Link className="strong-button self-start" to="/">
        Back to the Shelf
      </Link>
    </main>
  );
}
