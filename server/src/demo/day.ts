/** The calendar day at this machine, ISO yyyy-mm-dd. */
export function localDay(at: Date): string {
  const two = (n: number) => String(n).padStart(2, '0');
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`;
}

/** Local time of day on an ISO day, as an instant. */
export const instantOn = (day: string, minute: number): Date => {
  const at = new Date(`${day}T00:00:00`);
  at.setMinutes(minute);
  return at;
};
