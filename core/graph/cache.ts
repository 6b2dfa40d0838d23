/** Keeps values under a budget in bytes; the least recently used go first. */
export class ByteCache<Value> {
  private readonly kept = new Map<string, { value: Value; bytes: number }>();
  private used = 0;

  constructor(private readonly budget: number) {}

  get bytes(): number {
    return this.used;
  }

  get(key: string): Value | undefined {
    const found = this.kept.get(key);
    if (!found) return undefined;
    this.kept.delete(key);
    this.kept.set(key, found);
    return found.value;
  }

  set(key: string, value: Value, bytes: number): void {
    this.delete(key);
    if (bytes > this.budget) return;
    this.kept.set(key, { value, bytes });
    this.used += bytes;
    for (const oldest of this.kept.keys()) {
      if (this.used <= this.budget) break;
      this.delete(oldest);
    }
  }

  delete(key: string): void {
    const found = this.kept.get(key);
    if (!found) return;
    this.kept.delete(key);
    this.used -= found.bytes;
  }
}
