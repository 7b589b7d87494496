import { tableOf } from '../errors';
/** What is told to somebody of how they sign in, when it was not done on the device that they look at. */
export const NOTICES = ['signed-in', 'password', 'code', 'role', 'second-on', 'second-off', 'spare-used'] as const;
/** One of `NOTICES`. */
export type Notice = (typeof NOTICES)[number];

/** Who did it, and on which device; empty for one that nobody named. */
export interface NoticeFrom {
  by: string;
  device: string;
}

const on = ({ device }: NoticeFrom): string => (device ? ` on ${device}` : '');
const from = ({ by }: NoticeFrom): string => (by ? ` by ${by}` : '');

const WORDS: Record<Notice, (told: NoticeFrom) => string> = tableOf('notice', {
  'signed-in': (told) => `Signed in as you${on(told)}.`,
  password: (told) => `Your password was changed${on(told)}; your other devices were signed out.`,
  code: (told) => `You were given a new code${from(told)}; your devices were signed out, and a second step was taken off.`,
  role: (told) => `What you may do was changed${from(told)}.`,
  'second-on': (told) => `A second step at sign-in was set up${on(told)}.`,
  'second-off': (told) => `The second step at sign-in was taken off${on(told)}.`,
  'spare-used': (told) => `One of your spare codes was used to sign in${on(told)}.`,
});

/**
 * A change of how somebody signs in, in words for them.
 * @param what was changed
 * @param told by whom, and on which device
 * @returns a sentence
 * @example noticeWords('signed-in', { by: '', device: 'Chrome on Linux' }) // 'Signed in as you on Chrome on Linux.'
 */
export const noticeWords = (what: Notice, told: NoticeFrom): string => WORDS[what](told);
