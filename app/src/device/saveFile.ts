/** How long a browser may take to fetch what it was told to save, ms. */
const KEPT_MS = 10_000;

/** Has the browser save a file. What no file may be called is left out of its name. */
export function saveFile(content: Blob, name: string): void {
  const url = URL.createObjectURL(content);
  const link = document.createElement('a');
  link.href = url;
  link.download = name.replace(/[\\/:*?"<>|]/g, ' ');
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), KEPT_MS);
}
