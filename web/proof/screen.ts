/** CSS px to a mm where nothing is known: 96 to an inch, as the standard has it. */
const standard = 96 / 25.4;

const name = 'inky-veil-screen-px-per-mm';

/** How large this screen's px are, measured by the person once; kept in this browser. */
export const keptScreen = {
  keep(perMm: number): void {
    try {
      localStorage.setItem(name, String(perMm));
    } catch {
      // Where the browser keeps nothing it is asked for again.
    }
  },
};

/** CSS px to a mm of this screen. */
export function screenPerMm(): number {
  try {
    const kept = Number(localStorage.getItem(name));
    return kept > 0.5 && kept < 40 ? kept : standard;
  } catch {
    return standard;
  }
}
