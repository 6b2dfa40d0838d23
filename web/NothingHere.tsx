import { Link } from 'react-router';

/** An address that leads nowhere. */
export function NothingHere() {
  return (
    <main className="mx-auto mt-24 flex max-w-lg flex-col gap-4 px-4">
      <h1 className="font-title text-2xl">There is nothing at this address</h1>
      <p>It may be mistyped, or what was here has been taken off the Shelf.</p>
      <Link className="strong-button self-start" to="/">
        To the Shelf
      </Link>
    </main>
  );
}
