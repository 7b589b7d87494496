import { EspiReader, meterDays, type MeterRead } from '@elm-mist/core/savings';

/**
 * Reads a file of energy usage (ESPI XML) part by part, and gathers it into days. For a worker: five years of hours take a second and more.
 * @param zone of the shop, IANA
 * @param tell how far it is, 0 to 1
 * @throws CoreError for a file that is none, or holds no energy
 */
export async function meterOf(file: Blob, zone: string, tell: (share: number) => void): Promise<MeterRead> {
  const reader = new EspiReader();
  const parts = file.stream().getReader();
  const decoder = new TextDecoder();
  let read = 0;
  for (;;) {
    const { done, value } = await parts.read();
    if (done) break;
    reader.add(decoder.decode(value, { stream: true }));
    read += value.byteLength;
    tell(read / file.size);
  }
  reader.add(decoder.decode());
  const { spans, notes } = reader.end();
  const made = meterDays(spans, zone);
  return { ...made, notes: [...notes, ...made.notes] };
}
