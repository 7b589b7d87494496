/** "9:30", "14:00" or "2:15 pm" as minutes after midnight; NaN when it is no time. */
export function minuteOf(text: string): number {
  const match = /^(\d{1,2})(?:[:.](\d{2}))?\s*(am|pm)?$/i.exec(text.trim());
  if (!match) return NaN;
  const [hour, minute, half] = [Number(match[1]), Number(match[2] ?? 0), match[3]?.toLowerCase()];
  if (minute > 59 || hour > 23 || (half && (hour < 1 || hour > 12))) return NaN;
  return (half ? (hour % 12) + (half === 'pm' ? 12 : 0) : hour) * 60 + minute;
}
