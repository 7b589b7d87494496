import type { ErrorBody, ImportLine, WeatherKept } from '@elm-mist/contract';
import type { Matching } from '@elm-mist/core/formats';
import { AwayError, fetchApi, RefusedError } from './api';
import { queryClient } from './client';
import { apiAddress } from '@/device/realm';

export type ImportEnd = Extract<ImportLine, { done: true }>;

export interface ImportChoice {
  kind: 'products' | 'stock';
  format: 'csv' | 'json';
  onBad: 'refuse' | 'skip';
}

/** Lines of an answer as they come. */
async function* linesOf(body: ReadableStream<Uint8Array>): AsyncGenerator<string> {
  const reader = body.getReader();
  const decoder = new TextDecoder();
  let rest = '';
  for (;;) {
    const { done, value } = await reader.read();
    rest += decoder.decode(value ?? new Uint8Array(), { stream: !done });
    const lines = rest.split('\n');
    rest = lines.pop() ?? '';
    for (const line of lines) if (line !== '') yield line;
    if (done) return;
  }
}

/** Sends a file and hears how far it is, line by line. @throws RefusedError | AwayError */
async function sendLines(path: string, file: Blob, tell: (rows: number) => void, signal?: AbortSignal): Promise<ImportEnd> {
  let end: ImportEnd | null = null;
  try {
    const answer = await fetchApi(path, { method: 'POST', body: file, ...(signal ? { signal } : {}) });
    if (!answer.body) throw new AwayError();
    for await (const line of linesOf(answer.body)) {
      const said = JSON.parse(line) as ImportLine | ErrorBody;
      if ('error' in said) throw new RefusedError(answer.ok ? 422 : answer.status, said.error);
      if ('done' in said) end = said;
      else tell(said.rows);
    }
  } catch (error) {
    if (error instanceof RefusedError) throw error;
    throw new AwayError();
  }
  if (!end) throw new AwayError();
  if (end.imported) await queryClient.invalidateQueries();
  return end;
}

/**
 * Sends a file to be imported. The server checks every row before it writes any.
 * @param tell called with how many rows have been read
 * @throws RefusedError when it is no such file · AwayError when the server cannot be reached or the answer breaks off
 */
export const importFile = (file: Blob, choice: ImportChoice, tell: (rows: number) => void, signal?: AbortSignal): Promise<ImportEnd> =>
  sendLines(`/shelf/import?${new URLSearchParams({ ...choice }).toString()}`, file, tell, signal);

/** Sends a table of customers, places and systems, with which heading fills which column. @throws RefusedError | AwayError */
/** Sends a table of places, or of older records. @throws RefusedError | AwayError */
export const importTable = (
  what: 'import' | 'past',
  file: Blob,
  columns: Readonly<Record<string, string>>,
  onBad: 'refuse' | 'skip',
  tell: (rows: number) => void,
): Promise<ImportEnd> =>
  sendLines(`/places/${what}?${new URLSearchParams({ columns: JSON.stringify(columns), onBad }).toString()}`, file, tell);

/** Sends a file of hourly weather. @throws RefusedError | AwayError */
export async function sendWeather(file: Blob, columns: Matching | null): Promise<WeatherKept> {
  let answer: Response;
  const asked = new URLSearchParams(columns ? { format: 'csv', columns: JSON.stringify(columns) } : { format: 'epw' });
  try {
    answer = await fetchApi(`/weather?${asked.toString()}`, { method: 'POST', body: file });
  } catch {
    throw new AwayError();
  }
  const body = (await answer.json().catch(() => null)) as WeatherKept | ErrorBody | null;
  if (body && 'error' in body) throw new RefusedError(answer.status, body.error);
  if (!answer.ok || !body) throw new AwayError();
  await queryClient.invalidateQueries();
  return body;
}

/** Keeps a safety sheet, a PDF or a picture, with its cleaner. @throws RefusedError | AwayError */
export async function sendSheet(cleanerId: string, file: Blob): Promise<void> {
  let answer: Response;
  try {
    answer = await fetchApi(`/cleaners/${encodeURIComponent(cleanerId)}/sheet`, {
      method: 'PUT',
      headers: { 'Content-Type': file.type },
      body: file,
    });
  } catch {
    throw new AwayError();
  }
  if (!answer.ok) {
    const body = (await answer.json().catch(() => null)) as ErrorBody | null;
    throw body ? new RefusedError(answer.status, body.error) : new AwayError();
  }
  await queryClient.invalidateQueries();
}

export const sheetAddress = (cleanerId: string): string => apiAddress(`/cleaners/${encodeURIComponent(cleanerId)}/sheet`);
/** Where the log goes out, of the shop or of one system. */
export const logAddress = (format: 'csv' | 'json', asked: Readonly<Record<string, string>> = {}): string =>
  apiAddress(`/log?${new URLSearchParams({ format, ...asked }).toString()}`);
/** Where a backup goes out, and all of the shop as one file. */
export const backupAddress = (name: string): string => apiAddress(`/backups/${encodeURIComponent(name)}`);
export const WHOLE_ADDRESS = apiAddress('/whole.zip');
export const customerDataAddress = (id: string): string => apiAddress(`/customers/${encodeURIComponent(id)}/data.zip`);
/** Where a visit goes out. */
export const visitFileAddress = (visitId: string, what: 'entries' | 'whole' | 'pictures' | 'report.pdf'): string =>
  apiAddress(`/visits/${encodeURIComponent(visitId)}/${what}`);
export const fileAddress = (name: 'products.csv' | 'stock.csv' | 'reorder.csv' | 'shelf.json'): string =>
  apiAddress(`/shelf/files/${name}`);
