// After all browser tests.
import { rmSync } from 'node:fs';

export default function tearDown() {
  if (process.env.INKY_PREPARED) rmSync(process.env.INKY_PREPARED, { recursive: true, force: true });
}
