import { setTimeout as after } from 'node:timers/promises';
import type { Page } from 'playwright-core';
import { sharp } from '../e2e/studio';

/** The pace of a hand between two keys or two moves of the pointer, ms: what is measured happens at it. */
export const pace = (ms: number): Promise<void> => after(ms);

/** How long a person looks before going on, ms: long enough for what is drawn ahead while nothing is done. */
const look = 1500;

/** Waits for the sharp picture, and looks at it. */
export async function lookAt(page: Page): Promise<void> {
  await sharp(page);
  await pace(look);
}
