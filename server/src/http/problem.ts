import type { ChangedMeanwhile } from '@elm-mist/contract';

/** An error that knows its HTTP status and how to put itself in the error body. */
export class Problem extends Error {
  readonly status: number;
  readonly code: string;
  readonly fields: Record<string, string>;
  readonly meanwhile: ChangedMeanwhile | undefined;

  constructor(status: number, code: string, message: string, fields: Record<string, string> = {}, meanwhile?: ChangedMeanwhile) {
    super(message);
    this.name = 'Problem';
    this.status = status;
    this.code = code;
    this.fields = fields;
    this.meanwhile = meanwhile;
  }
}

export const notFound = (what: string, id: string): Problem =>
  new Problem(404, 'not-found', `There is no ${what} "${id}".`, { id: `There is no ${what} "${id}".` });

/** Refuses one field with one sentence. */
export const refused = (field: string, message: string, code = 'not-allowed', status = 422): Problem =>
  new Problem(status, code, message, { [field]: message });
