/** `npm run attack` asks everything; `npm test` a share of it. */
export const WHOLE = process.env['ELM_MIST_ATTACK'] === 'whole';

/** A figure for docs/SECURITY.md; told by `npm run attack` alone. */
export function tell(line: string): void {
  if (WHOLE) process.stdout.write(`${line}\n`);
}
