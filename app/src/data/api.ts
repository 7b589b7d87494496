import { TIME_HEADER, type ErrorBody } from '@elm-mist/contract';
import { apiRoot, enterRealm, inPractice } from '@/device/realm';
import { learnClock } from './sharedClock';

/** The server answered, and said no. */
export class RefusedError extends Error {
  readonly status: number;
  readonly code: string;
  readonly fields: Record<string, string>;
  /** Fields that somebody else changed meanwhile, with both. */
  readonly meanwhile: ErrorBody['error']['meanwhile'];

  constructor(status: number, body: ErrorBody['error']) {
    super(body.message);
    this.name = 'RefusedError';
    this.status = status;
    this.code = body.code;
    this.fields = body.fields;
    this.meanwhile = body.meanwhile;
  }
}

/** The server could not be reached, or failed; the same request may go through later. */
export class AwayError extends Error {
  /**
   * @param status what was answered; null where nothing was
   * @param code of the server's own error; empty for none, as from a hotel's network or a proxy
   */
  constructor(
    readonly status: number | null = null,
    readonly code = '',
  ) {
    super('The server cannot be reached.');
    this.name = 'AwayError';
  }
}

const PATIENCE_MS = 15_000;

let toldSignedOut: () => void = () => undefined;
/** Called where the server says that nobody is signed in on this device. */
export const onSignedOut = (listener: () => void): void => void (toldSignedOut = listener);

/** A practised visit is begun, looked around in and ended by the shop's server, whichever this tab is with. */
const OF_THE_SHOP = '/practice/visit';

/** The browser's own question to this program's server; it hears when nobody is signed in any more. @param path after /api */
export async function fetchApi(path: string, init: RequestInit = {}): Promise<Response> {
  // The server redirects nothing: whoever does is not the server.
  const answer = await fetch(`${path.startsWith(OF_THE_SHOP) ? '/api' : apiRoot}${path}`, { redirect: 'error', ...init });
  if (answer.status === 401) toldSignedOut();
  // The practised visit is over, or was left alone for too long.
  if (answer.status === 410 && inPractice) void enterRealm('shop', '/practice/visit');
  return answer;
}

/** One request to this program's own server. @throws RefusedError | AwayError */
export async function request<T>(method: 'GET' | 'POST' | 'PUT', path: string, body?: unknown): Promise<T> {
  let response: Response;
  const sentMs = Date.now();
  try {
    response = await fetchApi(path, {
      method,
      ...(body === undefined ? {} : { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }),
      signal: AbortSignal.timeout(PATIENCE_MS),
    });
  } catch {
    throw new AwayError();
  }
  const told = response.headers?.get(TIME_HEADER);
  if (told && !(inPractice && path.startsWith(OF_THE_SHOP))) learnClock(Number(told), sentMs, Date.now());
  const json = (await response.json().catch(() => null)) as unknown;
  if (response.ok && json !== null) return json as T;
  const error = (json as Partial<ErrorBody> | null)?.error;
  // After 401, whoever signs in again finds what was entered here, and what waits is sent then.
  if (error?.message && response.status > 401 && response.status < 500) throw new RefusedError(response.status, error);
  if (error?.message && response.status === 400) throw new RefusedError(response.status, error);
  throw new AwayError(response.status, error?.code);
}
