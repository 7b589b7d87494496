/** What the device can do to be noticed: sound, vibration, speech, and a screen that stays on. Each is left out where it is not there. */
import { readText, writeDevice } from './memory';

const SOUND = 'alarm.sound';
const SPEECH = 'alarm.speech';

/** Sound is on unless it was turned off; speech is off unless it was turned on. */
export const soundOn = (): boolean => readText(SOUND) !== 'off';
export const speechOn = (): boolean => readText(SPEECH) === 'on';
export const setSound = (on: boolean): void => writeDevice(SOUND, on ? 'on' : 'off');
export const setSpeech = (on: boolean): void => writeDevice(SPEECH, on ? 'on' : 'off');

let audio: AudioContext | null = null;

/** Browsers let a page make a sound only after it was touched: the first touch wakes it. */
export function wakeSoundOnTouch(): () => void {
  const wake = () => {
    if (typeof AudioContext === 'undefined') return;
    audio ??= new AudioContext();
    void audio.resume().catch(() => undefined);
  };
  document.addEventListener('pointerdown', wake, { passive: true });
  document.addEventListener('keydown', wake);
  return () => {
    document.removeEventListener('pointerdown', wake);
    document.removeEventListener('keydown', wake);
  };
}

/** Tones of each kind of call: frequency, Hz, one after the other. */
const TONES = {
  steady: [784, 988],
  rested: [784, 988],
  ready: [880, 1175],
  mist: [988, 784, 988],
  hurry: [988, 988, 988],
  'too-long': [1319, 988, 1319, 988],
  look: [784, 988, 1175],
} as const;
const BUZZES = {
  steady: [200],
  rested: [200],
  ready: [200, 100, 200],
  mist: [120, 80, 120],
  hurry: [150, 80, 150, 80, 150],
  'too-long': [500, 150, 500, 150, 500],
  look: [200, 100, 200, 100, 200],
} as const;
const TONE_S = 0.22;

export type CallKind = keyof typeof TONES;

/** Calls out once: tones, vibration, and the words if speech is on. Never throws. */
export function callOut(kind: CallKind, words: string): void {
  try {
    if (soundOn() && audio?.state === 'running') {
      const context = audio;
      TONES[kind].forEach((hertz, i) => {
        const at = context.currentTime + i * TONE_S;
        const tone = context.createOscillator();
        const loud = context.createGain();
        tone.frequency.value = hertz;
        tone.type = 'square';
        loud.gain.setValueAtTime(0.25, at);
        loud.gain.exponentialRampToValueAtTime(0.001, at + TONE_S * 0.95);
        tone.connect(loud).connect(context.destination);
        tone.start(at);
        tone.stop(at + TONE_S);
      });
    }
    navigator.vibrate?.([...BUZZES[kind]]);
    if (speechOn() && typeof speechSynthesis !== 'undefined') speechSynthesis.speak(new SpeechSynthesisUtterance(words));
  } catch {
    // A device that cannot call out still shows it.
  }
}

/** Keeps the screen on until it is let go; asked for again whenever the page comes back, since the device drops it when it goes. */
export function keepScreenOn(): () => void {
  let lock: WakeLockSentinel | null = null;
  let over = false;
  const ask = () => {
    if (over || document.visibilityState !== 'visible' || !('wakeLock' in navigator)) return;
    navigator.wakeLock.request('screen').then(
      (got) => {
        if (over) void got.release();
        else lock = got;
      },
      () => undefined,
    );
  };
  ask();
  document.addEventListener('visibilitychange', ask);
  return () => {
    over = true;
    document.removeEventListener('visibilitychange', ask);
    void lock?.release();
  };
}
