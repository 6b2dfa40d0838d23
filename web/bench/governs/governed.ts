/** What a value governs on the sheet. */
export type Governed =
  | { kind: 'sheet' }
  | { kind: 'plate' | 'words' | 'panel' | 'veil' | 'shadow'; id: string }
  /** Letters of a lettering, by their first UTF-16 units. */
  | { kind: 'letters'; id: string; at: readonly number[] }
  | { kind: 'outline'; id: string; outline: string };
