/** In place of a gauge of letters that has nothing to show: no words, words that are being measured, or none with ink. */
export function NothingYet({ hasWords }: { hasWords: boolean }) {
  return (
    <p className="text-faint">{hasWords ? 'The letters are being measured.' : 'Measured once there are words.'}</p>
  );
}
