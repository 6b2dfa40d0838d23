import { useState } from 'react';
import { singleKeys } from '../keys/singleKeys';
import { Sheet } from '../../ui/Sheet';
import { ticketLines } from '../passes';
import { keyTable } from './keyTable';
import { LinePicture } from './LinePicture';

/** What each line of the ticket is for; and all keys, from the one table that they are bound by. */
export function HelpSheet({ open, onClose }: { open: boolean; onClose(): void }) {
  const [on, setOn] = useState(singleKeys.kept);
  return (
    <Sheet title="Help" open={open} onClose={onClose} wide>
      <h3 className="label mb-2">The lines of the ticket</h3>
      <ul className="mb-5 flex flex-col gap-3">
        {ticketLines.map(({ line, title, passes }) => (
          <li key={line} className="flex gap-3">
            <LinePicture line={line} />
            <p>
              <b>
                {line} {title}.
              </b>{' '}
              {passes[0].help}
            </p>
          </li>
        ))}
      </ul>
      <h3 className="label mb-2">Keys</h3>
      <label className="mb-3 flex items-center gap-2">
        <input
          type="checkbox"
          checked={on}
          onChange={(event) => {
            singleKeys.kept = event.target.checked;
            setOn(event.target.checked);
          }}
        />
        keys of a single letter, digit or mark
      </label>
      <div className="columns-2 gap-6">
        {keyTable().map(({ title, entries }) => (
          <table key={title} className="mb-3 w-full break-inside-avoid">
            <caption className="label mb-1 text-left">{title}</caption>
            <tbody>
              {entries.map(({ shown, does }) => (
                <tr key={`${shown} ${does}`} className="border-b border-rule">
                  <th scope="row" className="whitespace-nowrap py-1 pr-3 text-left align-top font-semibold">
                    {shown}
                  </th>
                  <td className="py-1">{does}</td>
                </tr>
              ))}
            </tbody>
          </table>
        ))}
      </div>
    </Sheet>
  );
}
