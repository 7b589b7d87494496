/** A table as it was read: its headings, and its rows by them. */
export interface Table {
  name: string;
  headings: string[];
  rows: Record<string, string>[];
}

/** A day of one row a second, or ten years of hours. */
const MOST_ROWS = 90_000;

/**
 * Reads a table on the device, a part at a time.
 * @param file CSV, its first line the headings
 * @param tooLong what to do with one that has too many rows
 * @returns null for a file that is no table
 * @throws Error for one that is too long
 */
export async function readTable(file: File, tooLong: string): Promise<Table | null> {
  const { default: Papa } = await import('papaparse');
  const rows: Record<string, string>[] = [];
  let headings: string[] = [];
  return new Promise((done, failed) =>
    Papa.parse<Record<string, string>>(file, {
      header: true,
      skipEmptyLines: 'greedy',
      chunkSize: 262_144,
      chunk: ({ data, meta }, parser) => {
        headings = (meta.fields ?? []).filter((name) => name.trim() !== '');
        rows.push(...data);
        if (rows.length > MOST_ROWS) {
          parser.abort();
          failed(new Error(`The file has more than ${MOST_ROWS.toLocaleString('en-US')} rows: ${tooLong}`));
        }
      },
      complete: () => done(headings.length < 2 || rows.length === 0 ? null : { name: file.name, headings, rows }),
      error: failed,
    }),
  );
}
