/** An error that knows its HTTP status and how to put itself in the error body. */
export class Problem extends Error {
  readonly status: number;
  readonly code: string;
  readonly fields: Record<string, string>;

  constructor(status: number, code: string, message: string, fields: Record<string, string> = {}) {
    super(message);
    this.name = 'Problem';
    this.status = status;
    this.code = code;
    this.fields = fields;
  }
}

export const notFound = (what: string, id: string): Problem =>
  new Problem(404, 'not-found', `There is no ${what} "${id}".`, { id: `There is no ${what} "${id}".` });
