import type { Context } from 'koa';
import { refused } from '../http/problem';

interface WithParams {
  params: Record<string, string | undefined>;
}

export const idOf = (ctx: WithParams): string => ctx.params['id'] ?? '';

/** The body of a request, as `jsonBody` read it. */
export const body = (ctx: Context): unknown => ctx.state['body'] as unknown;

/** Answers with a record that was just made. */
export function created(ctx: { status: number; body: unknown }, record: unknown): void {
  ctx.status = 201;
  ctx.body = record;
}

/** A word of the question, so long at most; empty where it was not given. */
export const askedWord = (query: Record<string, unknown>, name: string, most: number): string => {
  const value = query[name];
  return typeof value === 'string' ? value.slice(0, most) : '';
};

/** @throws Problem 422 naming it, unless it is a day that exists */
export function askedDay(name: string, value: unknown): string {
  const plain = typeof value === 'string' && /^\d{4}-\d{2}-\d{2}$/.test(value) ? value : null;
  const date = plain === null ? null : new Date(`${plain}T00:00:00Z`);
  if (plain === null || !date || Number.isNaN(date.getTime()) || !date.toISOString().startsWith(plain))
    throw refused(name, `${name} must be a day like 2026-06-11.`, 'unreadable');
  return plain;
}

/** @throws Problem 422 naming it, unless it is a number between two limits */
export function askedNumber(query: Record<string, unknown>, name: string, min: number, max: number): number {
  const value = typeof query[name] === 'string' && query[name] !== '' ? Number(query[name]) : NaN;
  if (!(value >= min && value <= max)) throw refused(name, `${name} must be a number between ${min} and ${max}.`, 'unreadable');
  return value;
}

/** @throws Problem 422 naming it, unless it is one of the words */
export function askedOneOf<T extends string>(name: string, value: unknown, allowed: readonly T[]): T {
  const found = allowed.find((word) => word === value);
  if (!found) throw refused(name, `${name} must be one of: ${allowed.join(', ')}.`, 'unknown');
  return found;
}
