import { pbkdf2Async } from '@noble/hashes/pbkdf2';
import { sha256 } from '@noble/hashes/sha2';
import { bytesToHex, hexToBytes } from '@noble/hashes/utils';

const ROUNDS = 20_000;

/** Sixteen bytes by chance, as letters. */
export const newSalt = (): string => bytesToHex(crypto.getRandomValues(new Uint8Array(16)));

/** In slices of a few milliseconds, so that nothing on the page stands still. */
export const hashOf = async (pin: string, salt: string): Promise<string> =>
  bytesToHex(await pbkdf2Async(sha256, pin, hexToBytes(salt), { c: ROUNDS, dkLen: 32, asyncTick: 8 }));
