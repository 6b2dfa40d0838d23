/** A tab works on a piece, watches another one work on it, or has a key that may look only. */
export type TabRole = 'working' | 'watching' | 'looking';

/** What a tab is told about a piece. */
export type LeaseEvent =
  { kind: 'role'; role: TabRole } | { kind: 'moved'; version: number } | { kind: 'renamed'; name: string };

interface Tab {
  id: string;
  /** One that may only look never works, however long it waits. */
  mayWork: boolean;
  tell(event: LeaseEvent): void;
}

/**
 * Which tab works on which piece: the first that opened it, until it leaves or another takes over. The others watch.
 */
export class Leases {
  private readonly tabs = new Map<string, Tab[]>();

  /** A tab opens a piece. @returns what to call when it leaves */
  open(piece: string, tab: string, tell: (event: LeaseEvent) => void, mayWork = true): () => void {
    const entry: Tab = { id: tab, mayWork, tell };
    const tabs = [...(this.tabs.get(piece) ?? []), entry];
    this.tabs.set(piece, tabs);
    this.tellRoles(piece, entry);
    return () => {
      const before = this.holder(piece);
      const left = (this.tabs.get(piece) ?? []).filter((other) => other !== entry);
      if (left.length > 0) this.tabs.set(piece, left);
      else this.tabs.delete(piece);
      if (before !== this.holder(piece)) this.tellRoles(piece);
    };
  }

  /** The tab that works on a piece. */
  holder(piece: string): string | undefined {
    return this.tabs.get(piece)?.find(({ mayWork }) => mayWork)?.id;
  }

  /** True where this tab may change the piece; a piece that no tab has open is free for all. */
  mayChange(piece: string, tab: string): boolean {
    const holder = this.holder(piece);
    return holder === undefined || holder === tab;
  }

  takeOver(piece: string, tab: string): void {
    const tabs = this.tabs.get(piece) ?? [];
    this.tabs.set(piece, [...tabs.filter((other) => other.id === tab), ...tabs.filter((other) => other.id !== tab)]);
    this.tellRoles(piece);
  }

  /** Tells all tabs but one what has happened to a piece. */
  tellOthers(piece: string, by: string, event: LeaseEvent): void {
    for (const tab of this.tabs.get(piece) ?? []) if (tab.id !== by) tab.tell(event);
  }

  private tellRoles(piece: string, only?: Tab): void {
    const holder = this.holder(piece);
    for (const tab of this.tabs.get(piece) ?? []) {
      if (only && tab !== only) continue;
      const watching = tab.mayWork ? 'watching' : 'looking';
      tab.tell({ kind: 'role', role: tab.id === holder ? 'working' : watching });
    }
  }
}
