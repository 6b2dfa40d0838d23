/** Hands a text to the browser as a file to be saved. What a file name cannot hold is left out. */
export function saveText(text: string, name: string, type: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([text], { type }));
  link.download = name.replace(/[^\p{L}\p{N} ._-]+/gu, '') || 'drawing';
  link.click();
  URL.revokeObjectURL(link.href);
}

/** Hands a file of the server to the browser to be saved. @param name empty: as the server names it */
export function saveFrom(address: string, name: string): void {
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
}
