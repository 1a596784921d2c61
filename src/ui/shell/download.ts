/** Hands a text to the user as a file. */
export function download(name: string, text: string, type = 'application/json'): void {
  const url = URL.createObjectURL(new Blob([text], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  // The browser has taken the address over by the next turn of the event loop.
  setTimeout(() => URL.revokeObjectURL(url), 0);
}
