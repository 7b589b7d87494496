import { alarmWords } from '@elm-mist/core/visit';
import { coilName } from '@elm-mist/core/equipment';
import { alarmsOf, dueAlarms, powerAlarmsOf, type Alarm } from '@elm-mist/core/run';
import { useEffect, useMemo, useRef, useState } from 'react';
import { sharedNow, useVisit } from '@/data';
import { callOut, keepScreenOn, wakeSoundOnTouch } from '@/device/alarm';
import { readJson, writeDevice } from '@/device/memory';

const RUNG = 'alarm.rung';
const MOST_KEPT = 60;

/** Longest that a timer is trusted at a stretch, ms: a page that slept is looked at again when it wakes. */
const LONGEST_TIMER_MS = 60_000;

/**
 * Calls out each alarm of the visit once on this device, on time, whichever step is open; what came due while the page slept or was closed is
 * called as soon as it is back. Keeps the screen on while anything soaks.
 * @returns the alarms that stand now, the worst first
 */
export function useAlarms(): { alarm: Alarm; words: string }[] {
  const { state, allCoils } = useVisit();
  const alarms = useMemo(
    () => (state.closed ? [] : [...alarmsOf(state), ...powerAlarmsOf(state.powerUp)].sort((a, b) => a.atMs - b.atMs)),
    [state],
  );
  const [now, setNow] = useState(sharedNow);
  const rung = useRef<Set<string> | null>(null);

  useEffect(wakeSoundOnTouch, []);
  const soaks = alarms.length > 0;
  useEffect(() => (soaks ? keepScreenOn() : undefined), [soaks]);

  useEffect(() => {
    const look = () => setNow(sharedNow());
    const next = alarms.find((alarm) => alarm.atMs > sharedNow());
    const timer = next ? setTimeout(look, Math.min(LONGEST_TIMER_MS, next.atMs - sharedNow() + 20)) : null;
    document.addEventListener('visibilitychange', look);
    return () => {
      if (timer) clearTimeout(timer);
      document.removeEventListener('visibilitychange', look);
    };
  }, [alarms, now]);

  const due = useMemo(() => {
    const nameOf = (coilId: string) => {
      const coil = allCoils.find((row) => row.id === coilId);
      return coil ? coilName(coil) : 'coil';
    };
    return dueAlarms(alarms, now).map((alarm) => ({ alarm, words: alarmWords(alarm, nameOf(alarm.coilId)) }));
  }, [alarms, now, allCoils]);

  useEffect(() => {
    rung.current ??= new Set(readJson<string[]>(RUNG) ?? []);
    const fresh = due.filter(({ alarm }) => !rung.current?.has(alarm.id));
    if (fresh.length === 0) return;
    for (const { alarm } of fresh) rung.current.add(alarm.id);
    rung.current = new Set([...rung.current].slice(-MOST_KEPT));
    writeDevice(RUNG, JSON.stringify([...rung.current]));
    const worst = fresh[0];
    if (worst) callOut(worst.alarm.kind, worst.words);
  }, [due]);
  return due;
}
