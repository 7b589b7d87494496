const MARK = 0xff;
const SOI = 0xd8;
const EOI = 0xd9;
const SOS = 0xda;
const TEM = 0x01;
const isRestart = (marker: number): boolean => marker >= 0xd0 && marker <= 0xd7;
const COMMENT = 0xfe;
/** Application segments that a picture needs to be shown right: JFIF (APP0), its colors (APP2 with a profile, APP14). Cameras write into the others. */
const NEEDED: Readonly<Record<number, string>> = { 0xe0: '', 0xe2: 'ICC_PROFILE', 0xee: 'Adobe' };
const isApplication = (marker: number): boolean => marker >= 0xe0 && marker <= 0xef;

/** Chunks of a PNG that say how it looks; its critical ones begin with a capital. Text, time and Exif are none of them. */
const SHOWING = ['tRNS', 'gAMA', 'cHRM', 'sRGB', 'iCCP', 'sBIT', 'bKGD', 'pHYS', 'hIST', 'sPLT', 'acTL', 'fcTL', 'fdAT', 'cICP'];

/**
 * A picture without what a camera wrote beside it: place, time, device. Not one pixel is touched; what follows the picture's end is left out.
 * @param bytes of the file
 * @param mime image/jpeg or image/png
 * @returns the file without them; of one that is broken off, what can be told apart
 * Source: JPEG, ITU T.81 annex B (markers, fill bytes, B.1.1.2); PNG, W3C Recommendation, section 5 (chunks).
 */
export const cleanPicture = (bytes: Buffer, mime: string): Buffer => (mime === 'image/png' ? cleanPng(bytes) : cleanJpeg(bytes));

/** Where the coded picture that begins at `from` ends: at the next marker that is no restart. */
function codedEnd(bytes: Buffer, from: number): number {
  for (let at = from; at + 1 < bytes.length; at += 1) {
    const next = bytes[at + 1] ?? 0;
    if (bytes[at] === MARK && next !== 0 && next !== MARK && !isRestart(next)) return at;
  }
  return bytes.length;
}

function cleanJpeg(bytes: Buffer): Buffer {
  const kept: Buffer[] = [];
  let at = 0;
  while (at + 1 < bytes.length && bytes[at] === MARK) {
    // Any number of fill bytes may stand before a marker.
    while (bytes[at + 1] === MARK) at += 1;
    const marker = bytes[at + 1] ?? 0;
    if (marker === SOI || marker === TEM || isRestart(marker)) {
      kept.push(bytes.subarray(at, at + 2));
      at += 2;
      continue;
    }
    if (marker === EOI) {
      kept.push(bytes.subarray(at, at + 2));
      break;
    }
    if (at + 4 > bytes.length) break;
    let end = at + 2 + bytes.readUInt16BE(at + 2);
    const needed = NEEDED[marker];
    const telling =
      marker === COMMENT || (isApplication(marker) && (needed === undefined || !bytes.toString('latin1', at + 4, end).startsWith(needed)));
    if (marker === SOS) end = codedEnd(bytes, end);
    if (!telling) kept.push(bytes.subarray(at, end));
    at = end;
  }
  return Buffer.concat(kept);
}

const SIGNATURE_LENGTH = 8;
function cleanPng(bytes: Buffer): Buffer {
  const kept = [bytes.subarray(0, SIGNATURE_LENGTH)];
  let at = SIGNATURE_LENGTH;
  while (at + 12 <= bytes.length) {
    const end = at + 12 + bytes.readUInt32BE(at);
    const kind = bytes.toString('latin1', at + 4, at + 8);
    if (/^[A-Z]/.test(kind) || SHOWING.includes(kind)) kept.push(bytes.subarray(at, end));
    if (kind === 'IEND') break;
    at = end;
  }
  return Buffer.concat(kept);
}
