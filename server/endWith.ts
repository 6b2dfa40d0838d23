/** Ends the program with a sentence that says why. */
export function endWith(error: unknown): never {
  console.error(error instanceof Error ? error.message : String(error));
  process.exit(1);
}
