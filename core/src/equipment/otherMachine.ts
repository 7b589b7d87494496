import { longDay } from '../clock';

const plain = (serial: string): string => serial.toLowerCase().replace(/[^a-z0-9]/g, '');

/**
 * Whether two serial numbers are of two machines.
 * @param one as typed
 * @param other as typed
 * @returns true where both were noted and they differ, but for case, spaces and dashes
 * @example otherSerial('AB 12-3', 'ab123') // false
 */
export const otherSerial = (one: string, other: string): boolean => plain(one) !== '' && plain(other) !== '' && plain(one) !== plain(other);

/**
 * What is said where the plate is another than on the last visit.
 * @param serial as it is typed now
 * @param before as it was noted before; empty where nobody did
 * @param day ISO day of the last visit; null without any
 * @returns sentences; empty where it is the same machine as far as anybody knows
 * @example otherMachineWords('A2', 'A1', '2025-06-24') // 'Another serial number than on 24 June 2025 (A1). Misread, or another machine: that is a system of its own under Places, since what the old coils taught does not hold for new ones.'
 */
export const otherMachineWords = (serial: string, before: string, day: string | null): string =>
  otherSerial(serial, before)
    ? `Another serial number than ${day ? `on ${longDay(day)}` : 'before'} (${before.trim()}). Misread, or another machine: that is a system of its own under Places, since what the old coils taught does not hold for new ones.`
    : '';
