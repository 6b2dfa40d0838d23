import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { shopOrderSchema, type ShopOrder } from '../../../core/runs/desk';
import { Problem, problemOf } from '../../problem';
import type { OrderDesk } from './orderDesk';

/** How often the folders are looked into, ms. */
const lookMs = 1000;
/** A larger file is no order, bytes. */
const largest = 30e6;
/** A file that has not changed for so long is whole, ms. */
const settledMs = 800;

/** Takes in orders that are laid into a folder as JSON, each with its pictures beside it. */
export class Inbox {
  private readonly timer: NodeJS.Timeout;
  private isLooking = false;

  constructor(private readonly desk: OrderDesk) {
    this.timer = setInterval(() => void this.look(), lookMs);
    this.timer.unref();
  }

  close(): void {
    clearInterval(this.timer);
  }

  /** Looks once into the folders of all runs that take orders. */
  async look(): Promise<void> {
    if (this.isLooking) return;
    this.isLooking = true;
    try {
      for (const { id } of this.desk.open()) {
        const folder = this.desk.folder(id, 'orders');
        for (const name of readdirSync(folder).sort())
          if (/\.json$/i.test(name) && isSettled(join(folder, name))) await this.take(id, folder, name);
      }
    } catch (error) {
      console.error(error);
    } finally {
      this.isLooking = false;
    }
  }

  private async take(run: string, folder: string, name: string): Promise<void> {
    try {
      const order = readOrder(join(folder, name), folder);
      await this.desk.take(run, order);
      lay(folder, 'taken', name);
      for (const picture of order.pictures) lay(folder, 'taken', picture.name);
    } catch (error) {
      const problem = problemOf(error);
      // A full disk is not the order's fault: it waits.
      if (problem?.status === 507) return;
      if (!problem) console.error(error);
      lay(folder, 'refused', name);
      const says = problem?.message ?? 'It could not be taken in.';
      writeFileSync(join(folder, 'refused', `${name}.txt`), `${says}\n`);
    }
  }
}

const isSettled = (path: string): boolean => Date.now() - statSync(path).mtimeMs > settledMs;

function lay(folder: string, where: 'taken' | 'refused', name: string): void {
  mkdirSync(join(folder, where), { recursive: true });
  if (existsSync(join(folder, name))) renameSync(join(folder, name), join(folder, where, name));
}

/** An order's file: as it is posted, or with the names of pictures that lie beside it. @throws Problem 422 */
function readOrder(path: string, folder: string): ShopOrder {
  if (statSync(path).size > largest) throw new Problem(422, 'This file is too large for an order.');
  let raw: unknown;
  try {
    raw = JSON.parse(readFileSync(path, 'utf8'));
  } catch {
    throw new Problem(422, 'This file is not JSON.');
  }
  if (typeof raw === 'object' && raw !== null && 'pictures' in raw && Array.isArray(raw.pictures))
    raw.pictures = raw.pictures.map((picture: unknown) =>
      typeof picture === 'string' ? beside(picture, folder) : picture,
    );
  const read = shopOrderSchema.safeParse(raw);
  if (!read.success) {
    const [{ path: at, message }] = read.error.issues;
    throw new Problem(422, `This is no order: ${at.length > 0 ? `${at.join('.')}: ` : ''}${message}`);
  }
  return read.data;
}

function beside(name: string, folder: string): { name: string; data: string } {
  const path = join(folder, name);
  if (/[/\\]/.test(name) || name.startsWith('.') || !existsSync(path))
    throw new Problem(422, `There is no picture "${name}" beside the order.`);
  if (statSync(path).size > largest) throw new Problem(422, `"${name}" is too large for a picture of an order.`);
  return { name, data: readFileSync(path).toString('base64') };
}
