/** Bytes as a person says them. @example byteWords(909_312) // '0.9 MB' */
export const byteWords = (bytes: number): string => {
  if (bytes >= 999.5e6) return `${(bytes / 1e9).toFixed(bytes >= 99.5e9 ? 0 : 1)} GB`;
  return `${(bytes / 1e6).toFixed(bytes >= 99.5e6 ? 0 : 1)} MB`;
};

/** How long ago something was. @example ageWords(7_200_000) // '2 h ago' */
export function ageWords(ms: number): string {
  const minutes = Math.max(0, Math.round(ms / 60_000));
  if (minutes < 2) return 'just now';
  if (minutes < 120) return `${minutes} min ago`;
  const hours = Math.round(minutes / 60);
  return hours < 48 ? `${hours} h ago` : `${Math.round(hours / 24)} days ago`;
}
