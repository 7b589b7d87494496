/**
 * Hands words to the share sheet where there is one, else to the clipboard.
 * @returns what to tell; empty where the share sheet was shut again
 */
export async function passWords(title: string, text: string): Promise<string> {
  try {
    if (typeof navigator.share === 'function') {
      await navigator.share({ title, text });
      return 'Handed to the share sheet.';
    }
    await navigator.clipboard.writeText(text);
    return 'Copied: paste it into a message.';
  } catch (error) {
    // Closing the share sheet is no fault.
    return error instanceof DOMException && error.name === 'AbortError' ? '' : 'This browser did not take the words. The PDF has them too.';
  }
}
