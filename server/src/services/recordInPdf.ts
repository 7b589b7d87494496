/** The record that its PDF carries as an attached file. @returns JSON @throws Error without one */
export async function recordInPdf(bytes: Buffer): Promise<string> {
  // Only read when a PDF is handed in: it is a large library.
  const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const pdf = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
  try {
    const attached = (await pdf.getAttachments()) as Record<string, { filename: string; content: Uint8Array }> | null;
    const file = Object.values(attached ?? {}).find((row) => row.filename.endsWith('.json'));
    if (!file) throw new Error('The PDF carries no record.');
    return Buffer.from(file.content).toString('utf8');
  } finally {
    await pdf.destroy();
  }
}
