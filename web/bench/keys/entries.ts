import type { KeyEntry } from './useKeys';

/** Keys that work on every line of the ticket. */
export const benchKeys = {
  undo: { keys: ['$mod+z'], shown: 'Ctrl Z', does: 'undo', whileTyping: true },
  redo: { keys: ['$mod+Shift+z'], shown: 'Ctrl Shift Z', does: 'redo', whileTyping: true },
  fold: { keys: ['Escape'], shown: 'Esc', does: 'put the tool away, then fold the open line' },
  before: { keys: [';'], shown: '; held', does: 'before: the bare photograph' },
  wipe: { keys: ['Shift+:', 'Shift+Semicolon'], shown: 'Shift ;', does: 'wipe: before at the left, now at the right' },
  halfStrength: { keys: ["'"], shown: "'", does: 'letters at half strength' },
  chalk: { keys: ['c', 'Shift+C'], shown: 'C', does: 'chalk: draw the plan, on any line' },
  plan: { keys: ['p', 'Shift+P'], shown: 'P', does: 'plan: the letters at half strength, chalk above' },
  next: { keys: ['n', 'Shift+N'], shown: 'N', does: 'next lettering' },
  gauges: { keys: ['g', 'Shift+G'], shown: 'G', does: 'fold the gauges' },
  help: { keys: ['?', 'Shift+?'], shown: '?', does: 'help: the lines of the ticket, and the keys' },
} as const satisfies Record<string, KeyEntry>;

/** Keys of the sheet's view. */
export const viewKeys = {
  whole: { keys: [','], shown: ',', does: 'the whole sheet' },
  chosen: { keys: ['Shift+Comma'], shown: 'Shift ,', does: 'the chosen lettering' },
  oneToOne: { keys: ['/'], shown: '/', does: 'one to one' },
  nearer: { keys: ['Alt+PageUp'], shown: 'Alt Page up', does: 'zoom in' },
  farther: { keys: ['Alt+PageDown'], shown: 'Alt Page down', does: 'zoom out' },
  pan: { keys: ['Space'], shown: 'space + drag', does: 'move about the sheet; the wheel zooms at the pointer' },
  panBy: {
    keys: ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown'].map((arrow) => `Control+${arrow}`),
    shown: 'Ctrl arrows',
    does: 'move about the sheet',
  },
} satisfies Record<string, KeyEntry>;

/** Keys of whatever the open line holds. */
export const handKeys = {
  nudge: {
    keys: ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown'].flatMap((arrow) => [arrow, `Shift+${arrow}`]),
    shown: 'arrows, Shift arrows',
    does: 'move by 1 px, by 10 px; for brush and drawn lines: move the cross',
  },
  point: {
    keys: ['Enter', 'Shift+Enter'],
    shown: 'Enter, Shift Enter',
    does: 'at the cross: set a point, the last point',
  },
} satisfies Record<string, KeyEntry>;

/** Keys of things that have the focus, which are bound by themselves. */
export const focusKeys: readonly KeyEntry[] = [
  { keys: ['PageDown'], shown: 'Page up, Page down', does: 'on a ring of the sheet: the ring before, after it' },
  { keys: ['Enter'], shown: 'Enter, Delete', does: 'on a ring: choose it, remove it' },
  { keys: ['w'], shown: 'W held on a card', does: 'depth line: the sheet without it' },
];

/** The key that opens a line of the ticket. */
export const lineKey = (line: number, title: string): KeyEntry => ({
  keys: [String(line)],
  shown: String(line),
  does: `open line ${line}, ${title.toLowerCase()}; held: the picture without it`,
});
