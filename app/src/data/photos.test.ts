import { deviceStore } from '@/device/store';
import { sendPhotos } from './photos';
import { keepPhoto, shrink } from './pictures';
import { turn } from '@/testing/turn';

const jpeg = (bytes: number) => new Blob([new Uint8Array(bytes)], { type: 'image/jpeg' });
/** A canvas that gives a picture of so many bytes at each quality. */
function pictures(sizeAt: (quality: number) => number, side = { width: 4000, height: 3000 }): { width: number; height: number }[] {
  const drawn: { width: number; height: number }[] = [];
  global.createImageBitmap = jest.fn(async () => side) as never;
  jest.spyOn(document, 'createElement').mockImplementation((() => {
    const canvas = {
      width: 0,
      height: 0,
      getContext: () => ({ drawImage: () => drawn.push({ width: canvas.width, height: canvas.height }) }),
      toBlob: (done: (blob: Blob) => void, _type: string, quality: number) => done(jpeg(sizeAt(quality))),
    };
    return canvas;
  }) as never);
  return drawn;
}

const kept = async () => (await deviceStore())?.getAllKeys('photos');

beforeEach(async () => {
  await (await deviceStore())?.clear('photos');
  jest.restoreAllMocks();
});

test('a large picture is shrunk to 1600 px, in the best quality that fits', async () => {
  const drawn = pictures((quality) => quality * 3_000_000);
  const blob = await shrink(jpeg(9_000_000));
  expect(drawn[0]).toEqual({ width: 1600, height: 1200 });
  expect(blob.size).toBeCloseTo(0.55 * 3_000_000, -1);
});

test('one that never fits, and a file that is no picture, are refused with a sentence', async () => {
  pictures(() => 5_000_000);
  await expect(shrink(jpeg(1))).rejects.toThrow('too large');
  global.createImageBitmap = jest.fn(async () => Promise.reject(new Error('bad'))) as never;
  await expect(shrink(jpeg(1))).rejects.toThrow('not a picture');
});

test('a picture stays on the device until the server has it, whatever fails in between', async () => {
  pictures(() => 1000);
  global.fetch = jest.fn(async () => Promise.reject(new TypeError('network'))) as never;
  const id = await keepPhoto('v1', jpeg(10));
  await turn();
  expect(await kept()).toEqual([id]);
  const clock = jest.spyOn(Date, 'now');
  const answers = [
    { status: 200, json: async () => Promise.reject(new SyntaxError('<html>')) },
    { status: 200, json: async () => ({}) },
    { status: 201, json: async () => ({ photoId: 'another' }) },
    { status: 500, json: async () => ({ error: { code: 'internal', message: 'Failed.', fields: {} } }) },
    { status: 201, json: async () => ({ photoId: id }) },
  ];
  for (const [tries, answer] of answers.entries()) {
    expect([tries, await kept()]).toEqual([tries, [id]]);
    const fetched = (global.fetch = jest.fn(async () => answer) as never) as jest.Mock;
    clock.mockReturnValue((tries + 1) * 600_000);
    await sendPhotos();
    expect(fetched).toHaveBeenCalledWith(`/api/visits/v1/photos/${id}`, expect.objectContaining({ method: 'PUT' }));
    // What failed is left alone for a while: a picture is 2 MB of somebody's data plan.
    await sendPhotos();
    expect(fetched).toHaveBeenCalledTimes(1);
  }
  expect(await kept()).toEqual([]);
});
