import { Sheet } from '../../ui/Sheet';

const keys: [string, string][] = [
  ['0 – 5, 9', 'open a line of the ticket'],
  ['Esc', 'fold the open line'],
  ['arrows, Shift + arrows', 'move by 1 px, by 10 px'],
  ['Ctrl Z, Ctrl Shift Z', 'undo, redo'],
  ['space + drag, wheel', 'move about the sheet, zoom at the pointer'],
  [',   .   /', 'whole sheet, the chosen words, one to one'],
  ['; held', 'before: the bare photograph'],
  ["'", 'letters at half strength'],
  ['N', 'next lettering'],
  ['G', 'fold the gauges'],
  ['Alt + arrows in words', 'kern the pair at the caret; space or shift the chosen letters'],
  ['Enter, Backspace, End', 'trace: set a point, take it back, close'],
  ['Delete, arrows', 'trace: remove the chosen point, move it'],
  ['arrows, Enter, Shift Enter', 'brush and drawn lines: a point, the last point'],
  ['- =', 'brush size; with Shift its softness'],
  ['Q, Alt held', 'brush: swap bring front and send behind, for one stroke'],
  ['W held on a card', 'depth line: the sheet without it'],
];

export function KeysSheet({ open, onClose }: { open: boolean; onClose(): void }) {
  return (
    <Sheet title="Keys" open={open} onClose={onClose}>
      <table className="w-full">
        <tbody>
          {keys.map(([key, what]) => (
            <tr key={key} className="border-b border-rule">
              <th scope="row" className="whitespace-nowrap py-1 pr-4 text-left font-semibold">
                {key}
              </th>
              <td>{what}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Sheet>
  );
}
