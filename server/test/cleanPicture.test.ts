import sharp from 'sharp';
import { cleanPicture } from '../src/services/cleanPicture';

const SECRET = 'GPS 42.1 -100.2';
const image = () => sharp({ create: { width: 64, height: 48, channels: 3, background: { r: 40, g: 90, b: 60 } } });
const pixels = async (bytes: Buffer) => (await sharp(bytes).raw().toBuffer()).toString('hex');
const segment = (marker: number, text: string) => {
  const body = Buffer.from(text, 'latin1');
  const head = Buffer.from([0xff, marker, 0, 0]);
  head.writeUInt16BE(body.length + 2, 2);
  return Buffer.concat([head, body]);
};
const exif = segment(0xe1, `Exif\0\0${SECRET}`);
const after = (bytes: Buffer, at: number, ...parts: Buffer[]) => Buffer.concat([bytes.subarray(0, at), ...parts, bytes.subarray(at)]);

test.each([false, true])(
  'of a JPEG nothing stays that a camera wrote, wherever it stands, and every pixel does; progressive %s',
  async (progressive) => {
    const plain = await image().jpeg({ progressive }).toBuffer();
    const whole = await pixels(plain);
    const fill = Buffer.from([0xff, 0xff, 0xff]);
    const spoiled = [
      after(plain, 2, exif),
      // Behind fill bytes.
      after(plain, 2, fill, exif, fill, exif),
      after(plain, 2, segment(0xfe, SECRET), segment(0xe5, SECRET), segment(0xe2, `MPF\0${SECRET}`), segment(0xed, SECRET)),
      // After the end: a second picture with its own, or anything.
      Buffer.concat([plain, after(plain, 2, exif)]),
      Buffer.concat([plain, Buffer.from(SECRET)]),
      // Between the coded picture and its end.
      after(plain, plain.length - 2, exif),
    ];
    for (const bytes of spoiled) {
      expect(bytes.includes(SECRET)).toBe(true);
      const clean = cleanPicture(bytes, 'image/jpeg');
      expect(clean.includes(SECRET)).toBe(false);
      expect(await pixels(clean)).toBe(whole);
    }
    // The color profile stays.
    const profiled = await image().jpeg().withMetadata({ icc: 'p3' }).toBuffer();
    expect((await sharp(cleanPicture(profiled, 'image/jpeg')).metadata()).icc).toBeDefined();
  },
);

test('of a PNG neither text nor Exif nor what follows its end stays, and every pixel does', async () => {
  const plain = await image().png().toBuffer();
  const chunk = (kind: string, text: string) => {
    const head = Buffer.alloc(8);
    head.writeUInt32BE(text.length);
    head.write(kind, 4, 'latin1');
    return Buffer.concat([head, Buffer.from(text), Buffer.alloc(4)]);
  };
  for (const bytes of [
    after(plain, 33, chunk('tEXt', SECRET), chunk('eXIf', SECRET), chunk('prVt', SECRET)),
    Buffer.concat([plain, chunk('tEXt', SECRET)]),
  ]) {
    const clean = cleanPicture(bytes, 'image/png');
    expect(clean.includes(SECRET)).toBe(false);
    expect(await pixels(clean)).toBe(await pixels(plain));
  }
});

test('a picture that is broken off anywhere ends, and tells nothing', async () => {
  const bytes = after(await image().jpeg().toBuffer(), 2, exif);
  for (let length = 0; length < bytes.length; length += 1)
    expect(cleanPicture(bytes.subarray(0, length), 'image/jpeg').includes(SECRET)).toBe(false);
});
