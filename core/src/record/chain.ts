import { sha256 } from '@noble/hashes/sha2';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils';
import canonicalize from 'canonicalize';
import type { VisitEvent } from '../run';

/** An entry with when the shop's server received it. */
export type ReceivedEvent = VisitEvent & {
  /** UTC, ISO 8601. */
  receivedAt: string;
  /** The time that the phone gave, where its clock was ahead and another was set. */
  saidAt?: string;
};

/** One entry of a chain: what tells it from others, and the hash of it and of all before it. */
export interface ChainLink {
  id: string;
  kind: string;
  at: string;
  by: string;
  /** When it was received, so that an entry dated back shows; left out in records of before. */
  receivedAt?: string;
  saidAt?: string;
  /** SHA-256, 64 hexadecimal digits. */
  hash: string;
}

/** What the first entry is chained to. */
const CHAIN_START = '0'.repeat(64);

/**
 * A fingerprint of any JSON value: SHA-256 of its canonical form, so that neither the order of members nor blanks matter.
 * Source: JSON Canonicalization Scheme, RFC 8785; SHA-256, FIPS 180-4.
 * @param value what can be written as JSON
 * @returns 64 hexadecimal digits
 * @example sealOf({ b: 1, a: 2 }) === sealOf({ a: 2, b: 1 }) // true
 */
export const sealOf = (value: unknown): string => bytesToHex(sha256(utf8ToBytes(canonicalize(JSON.parse(JSON.stringify(value))) ?? '')));

/**
 * Entries as a chain: the hash of each covers its own words and the hash before it, so that a change to any of them changes all that follow.
 * @param events in the order the shop received them; with the time of receipt, which is then part of the chain
 * @returns a link for each
 * @example chainOf([]) // []
 */
export function chainOf(events: readonly (VisitEvent | ReceivedEvent)[]): ChainLink[] {
  let before = CHAIN_START;
  return events.map((event) => {
    const { id, visitId, at, by, kind, data } = event;
    const received =
      'receivedAt' in event ? { receivedAt: event.receivedAt, ...(event.saidAt === undefined ? {} : { saidAt: event.saidAt }) } : {};
    before = sealOf([before, { id, visitId, at, by, kind, data, ...received }]);
    return { id, kind, at, by, ...received, hash: before };
  });
}
