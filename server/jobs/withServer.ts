/**
 * When the server goes, so does its work: ends this process then, also where the server was gone before this was asked,
 * while the program was still being loaded.
 */
export function endWithServer(): void {
  process.on('disconnect', () => process.exit(1));
  if (!process.connected) process.exit(1);
}
