/** Hands a text to the browser as a file to be saved. What a file name cannot hold is left out. */
export const saveText = (text: string, name: string, type: string): void =>
  void saveBlob(new Blob([text], { type }), name);

/** Hands a file to the browser to be saved. What a file name cannot hold is left out. @returns what it is called */
export function saveBlob(file: Blob, name: string): string {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(file);
  link.download = name.replace(/[^\p{L}\p{N} ._-]+/gu, '') || 'drawing';
  link.click();
  // Some browsers fetch it only a moment later.
  setTimeout(() => URL.revokeObjectURL(link.href), 10000);
  return link.download;
}

/** Hands a file of the server to the browser to be saved. @param name empty: as the server names it */
export function saveFrom(address: string, name: string): void {
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
}
