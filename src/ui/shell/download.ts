/** Hands a file to the user. */
export function download(name: string, content: BlobPart, type = 'application/json'): void {
  const url = URL.createObjectURL(new Blob([content], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  // The browser has taken the address over by the next turn of the event loop.
  setTimeout(() => URL.revokeObjectURL(url), 0);
}
