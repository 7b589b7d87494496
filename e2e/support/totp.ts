import { createHmac } from 'node:crypto';

const BASE32 = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ234567';

/** The code that an app shows for a secret, by hand (RFC 6238 and 4226, from memory): not by the package that the server checks it with. */
export function totp(secret: string, nowMs: number): string {
  const bits = [...secret.replace(/\s|=/g, '')].map((sign) => BASE32.indexOf(sign).toString(2).padStart(5, '0')).join('');
  const key = Buffer.from((bits.match(/.{8}/g) ?? []).map((byte) => parseInt(byte, 2)));
  const count = Buffer.alloc(8);
  count.writeBigUInt64BE(BigInt(Math.floor(nowMs / 30_000)));
  const mac = createHmac('sha1', key).update(count).digest();
  const at = (mac.at(-1) ?? 0) & 15;
  return String((mac.readUInt32BE(at) & 0x7fffffff) % 1_000_000).padStart(6, '0');
}
