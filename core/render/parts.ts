/**
 * Sends a value that is never changed in place, again and again, to where it must be copied: only the parts that are
 * new go, and
 * parts that were there already are the same objects there, so that what was worked out from them is still known.
 */

/**
 * How deep parts are distinguished: what holds the piece, the piece, its lists, their items, the items' parts. What
 * lies deeper goes with them.
 */
const depth = 4;
/** After so many packages everything is sent anew, so that old parts can be forgotten. */
const packagesPerStart = 400;

interface Reference {
  part: number;
}

/** A value taken apart. `anew`: all that was sent before is to be forgotten. */
export interface Package {
  anew: boolean;
  fresh: [number, unknown][];
  root: unknown;
}

/** The sending side, one for each receiver. */
export class PartSender {
  private known = new WeakMap<object, number>();
  private next = 0;
  private sent = 0;

  pack(value: unknown): Package {
    const anew = this.sent % packagesPerStart === 0;
    if (anew) this.known = new WeakMap();
    this.sent++;
    const fresh: [number, unknown][] = [];
    return { anew, root: this.take(value, depth, fresh), fresh };
  }

  private take(value: unknown, levels: number, fresh: [number, unknown][]): unknown {
    if (typeof value !== 'object' || value === null) return { plain: value };
    let part = this.known.get(value);
    if (part === undefined) {
      part = this.next++;
      this.known.set(value, part);
      const content = this.contentOf(value, levels, fresh);
      fresh.push([part, content]);
    }
    return { part } satisfies Reference;
  }

  private contentOf(value: object, levels: number, fresh: [number, unknown][]): Content {
    const inner = (item: unknown): unknown => this.take(item, levels - 1, fresh);
    if (levels === 0) return { whole: value };
    if (Array.isArray(value)) return { list: value.map(inner) };
    return { fields: Object.entries(value).map(([name, item]) => [name, inner(item)]) };
  }
}

type Content = { whole: unknown } | { list: unknown[] } | { fields: [string, unknown][] };

/** The receiving side. */
export class PartReceiver {
  private readonly parts = new Map<number, unknown>();

  /** @returns the value that was packed; its unchanged parts are the objects of earlier packages */
  unpack({ anew, fresh, root }: Package): unknown {
    if (anew) this.parts.clear();
    // Inner parts come before those that they are in.
    for (const [part, content] of fresh as [number, Content][]) {
      if ('whole' in content) this.parts.set(part, content.whole);
      else if ('list' in content)
        this.parts.set(
          part,
          content.list.map((item) => this.find(item)),
        );
      else this.parts.set(part, Object.fromEntries(content.fields.map(([name, item]) => [name, this.find(item)])));
    }
    return this.find(root);
  }

  private find(item: unknown): unknown {
    const reference = item as { plain: unknown } | Reference;
    return 'part' in reference ? this.parts.get(reference.part) : reference.plain;
  }
}
