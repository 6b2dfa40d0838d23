/** As much of the browser's storage as is used. */
export class FakeStorage {
  readonly values = new Map<string, string>();
  getItem(name: string): string | null {
    return this.values.get(name) ?? null;
  }
  setItem(name: string, value: string): void {
    this.values.set(name, value);
  }
  removeItem(name: string): void {
    this.values.delete(name);
  }
}
