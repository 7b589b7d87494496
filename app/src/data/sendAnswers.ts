import { AwayError, request, type RefusedError } from './api';

/** Which of a batch the server named as at fault. */
export function faultyIndex(error: RefusedError): number {
  const named = Object.keys(error.fields)
    .map((field) => /^events\[(\d+)\]/.exec(field)?.[1])
    .find((index) => index !== undefined);
  return named === undefined ? 0 : Number(named);
}

/** Answers that say "not now": what was sent is right, and goes through once somebody chose a password or the server has time. */
export const isNotNow = ({ status, code }: RefusedError): boolean =>
  (status === 403 && ['password', 'origin'].includes(code)) || [408, 425, 429].includes(status);

/** Whether the server fails on what was sent, and answers otherwise. Its full disk is no fault of what was sent. */
export async function failsOnThis(error: unknown): Promise<boolean> {
  if (!(error instanceof AwayError) || (error.status ?? 0) < 500 || error.code === 'storage') return false;
  return request<{ status?: string }>('GET', '/health').then(
    ({ status }) => status === 'ready',
    () => false,
  );
}

/** Which of some rows an answer says the server has. */
export function takenOf<T extends { id: string; kind: 'event' | 'make' }>(rows: readonly T[], answer: unknown): T[] {
  const { accepted, id } = (answer ?? {}) as { accepted?: unknown; id?: unknown };
  const first = Array.isArray(answer) ? (answer[0] as { id?: unknown } | undefined)?.id : id;
  return rows.filter((row) => (row.kind === 'make' ? first === row.id : Array.isArray(accepted) && accepted.includes(row.id)));
}
