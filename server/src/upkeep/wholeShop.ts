/** What the parts of a whole shop in one ZIP are called. docs/FORMATS.md describes them. */
export const HEAD_NAME = 'shop.json';
export const SUMS_NAME = 'sums.json';
export const ROWS_FOLDER = 'rows/';
export const FILES_FOLDER = 'files/';
export const FORM = 'elm-mist whole shop';
export const FORM_VERSION = 1;

/** The first part: what the rest is. */
export interface WholeHead {
  is: typeof FORM;
  form: number;
  /** The step that the schema of its rows stands at, as migrations count. */
  schema: number;
  /** ISO 8601 UTC. */
  madeAt: string;
  shop: string;
  tables: string[];
}

/** The last part: how many rows and files there are of each table, with the SHA-256 of them in their order, base64url. */
export type WholeSums = Record<string, TableSums>;

export interface TableSums {
  rows: number;
  files: number;
  sha256: string;
}

/** Stands in a row in place of bytes that lie in a file of their own. */
export interface InFile {
  $file: string;
}

/**
 * The address of bytes inside the ZIP: table, column, the row's own key, and an ending for whoever opens it.
 * @param kind media type of the bytes where it is known
 */
export function filePath(table: string, column: string, key: string, kind: unknown): string {
  const ending = typeof kind === 'string' ? (/^[a-z]+\/([a-z0-9]+)/.exec(kind)?.[1] ?? 'bin') : 'bin';
  return `${FILES_FOLDER}${table}/${column}/${encodeURIComponent(key)}.${ending}`;
}

/** The other way; null for a part that is no such file. */
export function fileOf(path: string): { table: string; column: string; key: string } | null {
  const [, table, column, key] = /^files\/([a-z_]+)\/([a-z_]+)\/(.+)\.[a-z0-9]+$/.exec(path) ?? [];
  return table && column && key ? { table, column, key: decodeURIComponent(key) } : null;
}
