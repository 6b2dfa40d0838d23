/** A file that has been made, what there is to say of it, and saving it. */
export function MadeFile({ notes, address, fileName }: { notes: string[]; address: string; fileName: string }) {
  return (
    <div role="status" className="border-t border-rule pt-3">
      {notes.map((note) => (
        <p key={note}>{note}</p>
      ))}
      <a className="plain-button mt-2" href={address} download={fileName}>
        Save {fileName}
      </a>
    </div>
  );
}
