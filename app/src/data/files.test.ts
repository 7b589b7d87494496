import { TextDecoder, TextEncoder } from 'node:util';
import { AwayError, RefusedError } from './api';
import { importFile } from './files';

beforeAll(() => Object.assign(globalThis, { TextDecoder }));

const choice = { kind: 'stock', format: 'csv', onBad: 'refuse', by: 'Wren' } as const;
const end = { done: true, rows: 3, added: 3, changed: 0, same: 0, bad: 0, problems: [], imported: false };

/** An answer that comes in these pieces, as the network cuts them. */
function answers(...pieces: string[]): void {
  const encoded = pieces.map((piece) => new TextEncoder().encode(piece));
  global.fetch = jest.fn(async () => ({
    ok: true,
    status: 200,
    body: { getReader: () => ({ read: async () => ({ done: encoded.length === 0, value: encoded.shift() }) }) },
  })) as never;
}
const send = async (told: number[] = []) => importFile(new Blob(['x']), choice, (rows) => told.push(rows));

test('lines that the network cuts anywhere are put together, and progress is told', async () => {
  const text = `{"rows":2000}\n{"rows":4000}\n${JSON.stringify(end)}\n`;
  answers(text.slice(0, 5), text.slice(5, 19), text.slice(19));
  const told: number[] = [];
  expect(await send(told)).toEqual(end);
  expect(told).toEqual([2000, 4000]);
});

test('a refusal in the stream is a refusal', async () => {
  answers('{"rows":2000}\n{"error":{"code":"missing","message":"The file is empty.","fields":{"file":"The file is empty."}}}\n');
  await expect(send()).rejects.toEqual(expect.objectContaining({ message: 'The file is empty.', fields: { file: 'The file is empty.' } }));
  answers('{"error":{"code":"missing","message":"No.","fields":{}}}\n');
  await expect(send()).rejects.toBeInstanceOf(RefusedError);
});

test('an answer that breaks off, or none, is a server away', async () => {
  answers('{"rows":2000}\n');
  await expect(send()).rejects.toBeInstanceOf(AwayError);
  answers('{"rows":20');
  await expect(send()).rejects.toBeInstanceOf(AwayError);
  global.fetch = jest.fn(async () => Promise.reject(new TypeError('network'))) as never;
  await expect(send()).rejects.toBeInstanceOf(AwayError);
});
