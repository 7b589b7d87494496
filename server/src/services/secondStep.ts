import { createHash, timingSafeEqual } from 'node:crypto';
import type { SecondRecord, SpareCodes } from '@elm-mist/contract';
import { Secret, TOTP } from 'otpauth';
import { refused } from '../http/problem';
import type { SecondStep } from '../store/schema';
import { newCode } from './newCode';

/** Codes of six signs, each for half a minute, by SHA-1, as apps for codes expect without being told (RFC 6238, and 4226 for the length; from memory). */
const WAYS = { algorithm: 'SHA1', digits: 6, period: 30 } as const;
/** Clocks of phones are off: the code before and the one after are good too. */
const WINDOW = 1;
const SECRET_BYTES = 20;
const SPARES = 8;

const totpOf = (secret: string, label = '', issuer = ''): TOTP =>
  new TOTP({ ...WAYS, secret: Secret.fromBase32(secret), ...(issuer ? { issuer } : {}), label });

const hashOf = (code: string): string => createHash('sha256').update(code).digest('base64url');
/** As it is typed: spaces, dashes and capitals do not matter. */
const bare = (code: string): string => code.toLowerCase().replace(/[\s-]/g, '');
const same = (a: string, b: string): boolean => a.length === b.length && timingSafeEqual(Buffer.from(a), Buffer.from(b));

/** A second step that is not asked for yet, and what the app for codes is told of it. */
export function newSecond(shop: string, name: string): { step: SecondStep; told: SecondRecord } {
  const secret = new Secret({ size: SECRET_BYTES }).base32;
  return {
    step: { secret, on: false, step: 0, spare: [] },
    told: { secret, uri: totpOf(secret, name, shop || 'Elm Mist').toString() },
  };
}

/**
 * Whether a code is right: of the app, each once; or a spare one, which is used up.
 * @returns the step as it is after it, and how it was right; null for a wrong code
 */
export function judged(second: SecondStep, code: string, nowMs: number): { step: SecondStep; by: 'app' | 'spare' } | null {
  const typed = bare(code);
  const off = /^\d{6}$/.test(typed) ? totpOf(second.secret).validate({ token: typed, timestamp: nowMs, window: WINDOW }) : null;
  if (off !== null) {
    const at = Math.floor(nowMs / (WAYS.period * 1000)) + off;
    return at > second.step ? { step: { ...second, step: at }, by: 'app' } : null;
  }
  const hash = hashOf(typed);
  const left = second.spare.filter((spare) => !same(spare, hash));
  return left.length < second.spare.length ? { step: { ...second, spare: left }, by: 'spare' } : null;
}

/** The second step from now on, once its first code is right; and spare codes, which are told this once. @throws Problem 422 `code` */
export function confirmed(second: SecondStep | null, code: string, nowMs: number): { step: SecondStep; told: SpareCodes } {
  if (!second) throw refused('code', 'Begin anew: the app was not told of it yet.');
  if (second.on) throw refused('code', 'It is set up already.', 'conflict', 409);
  const right = judged(second, code, nowMs);
  if (!right) throw refused('code', 'That is not the code of now. Is the clock of the phone right?');
  const spare = Array.from({ length: SPARES }, newCode);
  return { step: { ...right.step, on: true, spare: spare.map((each) => hashOf(bare(each))) }, told: { spare } };
}
