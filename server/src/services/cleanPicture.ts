const SOI = 0xd8;
const SOS = 0xda;
/** Application segments that cameras write into: Exif and XMP (APP1), and Photoshop's (APP13). */
const TELLING = [0xe1, 0xed];
/** Chunks of a PNG that do the same. */
const TELLING_CHUNKS = ['eXIf', 'iTXt', 'tEXt', 'zTXt', 'tIME'];

/**
 * A picture without what a camera wrote beside it: place, time, device. Not one pixel is touched.
 * Source: JPEG, ITU T.81 annex B (marker segments); PNG, W3C Recommendation, section 5 (chunks).
 */
export function cleanPicture(bytes: Buffer, mime: string): Buffer {
  return mime === 'image/png' ? cleanPng(bytes) : cleanJpeg(bytes);
}

function cleanJpeg(bytes: Buffer): Buffer {
  const kept: Buffer[] = [];
  let at = 0;
  while (at + 4 <= bytes.length && bytes[at] === 0xff) {
    const marker = bytes[at + 1] ?? 0;
    if (marker === SOI) {
      kept.push(bytes.subarray(at, at + 2));
      at += 2;
      continue;
    }
    // From here on there is nothing but the picture.
    if (marker === SOS) break;
    const end = at + 2 + bytes.readUInt16BE(at + 2);
    if (!TELLING.includes(marker)) kept.push(bytes.subarray(at, end));
    at = end;
  }
  return Buffer.concat([...kept, bytes.subarray(at)]);
}

const SIGNATURE_LENGTH = 8;
function cleanPng(bytes: Buffer): Buffer {
  const kept = [bytes.subarray(0, SIGNATURE_LENGTH)];
  let at = SIGNATURE_LENGTH;
  while (at + 12 <= bytes.length) {
    const end = at + 12 + bytes.readUInt32BE(at);
    if (!TELLING_CHUNKS.includes(bytes.toString('latin1', at + 4, at + 8))) kept.push(bytes.subarray(at, end));
    at = end;
  }
  return Buffer.concat(kept);
}
