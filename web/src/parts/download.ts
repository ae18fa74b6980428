/** Hands a text to the browser as a file. */
export function download(name: string, text: string, type: string): void {
  const url = URL.createObjectURL(new Blob([text], { type: `${type};charset=utf-8` }));
  downloadAs(name, url);
  // Revoking at once would cut off a slow download.
  setTimeout(() => URL.revokeObjectURL(url), 60_000);
}

/** Hands over what an address holds, as a file. */
export function downloadAs(name: string, url: string): void {
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  document.body.append(link);
  link.click();
  link.remove();
}
