import type { PracticeLook } from '@elm-mist/contract';
import { useCallback, useEffect, useState } from 'react';
import { Pressable, ScrollView, useWindowDimensions, View } from 'react-native';
import { endPracticeVisit, leavePracticeVisit, passTime, practiceLook, useNow, useOutbox, wallClock } from '@/data';
import { realm } from '@/device/realm';
import { Act, Banner, Body, Companion, Label, line, Small, space, Strong, target, useTokens, Waiting } from '@/ui';
import { LookPart } from './LookPart';
import { OwnerPart } from './OwnerPart';

type Open = 'look' | 'owner' | 'time' | 'end' | null;
const NAMES: Record<Exclude<Open, null>, string> = { look: 'Look', owner: 'Owner', time: 'Time', end: 'End' };
const STEPS_MIN = [1, 5, 15, 30] as const;
const AWAY = 'The server is away: a practised visit wants it.';

/** Over every screen of a practised visit: its clock, a look round, its owner, and its end. */
export function PracticeStrip() {
  const tokens = useTokens();
  const now = useNow();
  const { height } = useWindowDimensions();
  const [open, setOpen] = useState<Open>(null);
  const [trouble, setTrouble] = useState('');
  return (
    <View
      role="region"
      aria-label="Practice"
      style={{ backgroundColor: tokens.sheet, borderBottomWidth: line.heavy, borderBottomColor: tokens.elm }}
    >
      <View style={{ flexDirection: 'row', alignItems: 'center', paddingHorizontal: space.m }}>
        <View style={{ flexGrow: 1 }} testID="practice-clock">
          <Label ink="elm">{realm === 'exam' ? 'Exam' : 'Practice'}</Label>
          <Strong>{wallClock(now, 'h:mm a').toLowerCase()}</Strong>
        </View>
        {(Object.keys(NAMES) as Exclude<Open, null>[]).map((part) => (
          <Pressable
            key={part}
            role="button"
            aria-expanded={open === part}
            onPress={() => {
              setTrouble('');
              setOpen(open === part ? null : part);
            }}
            testID={`practice-${part}`}
            style={{
              minHeight: target.wet,
              minWidth: target.usual,
              paddingHorizontal: space.s,
              alignItems: 'center',
              justifyContent: 'center',
              borderBottomWidth: 5,
              borderBottomColor: open === part ? tokens.elm : 'transparent',
            }}
          >
            <Strong ink={open === part ? 'elm' : 'ink'}>{NAMES[part]}</Strong>
          </Pressable>
        ))}
      </View>
      {open ? (
        <ScrollView
          tabIndex={0}
          style={{ maxHeight: height * 0.6, borderTopWidth: line.thin, borderTopColor: tokens.ruleStrong }}
          contentContainerStyle={{ padding: space.m, gap: space.m }}
          testID="practice-panel"
        >
          {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
          {open === 'time' ? <TimePart close={() => setOpen(null)} fail={() => setTrouble(AWAY)} /> : null}
          {open === 'end' ? <EndPart close={() => setOpen(null)} fail={() => setTrouble(AWAY)} /> : null}
          {open === 'look' || open === 'owner' ? <Looked part={open} fail={() => setTrouble(AWAY)} /> : null}
        </ScrollView>
      ) : null}
    </View>
  );
}

/** What is seen there; looked at anew when it is opened, and every few seconds, since foam soaks on. */
function Looked({ part, fail }: { part: 'look' | 'owner'; fail: () => void }) {
  const [look, setLook] = useState<PracticeLook | null>(null);
  const { waiting } = useOutbox();
  const again = useCallback(() => practiceLook().then(setLook, fail), [fail]);
  const sent = waiting.length === 0;
  useEffect(() => {
    // What was just entered is on its way.
    if (!sent && look) return undefined;
    void again();
    const timer = setInterval(() => void again(), 5000);
    return () => clearInterval(timer);
    // Looked at anew when what waited is sent.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [sent]);
  if (!look) return <Waiting what="what is there" />;
  return part === 'look' ? <LookPart look={look} /> : <OwnerPart look={look} learn={setLook} fail={fail} />;
}

function TimePart({ close, fail }: { close: () => void; fail: () => void }) {
  const pass = (minutes: number) => passTime(minutes).then(close, fail);
  return (
    <>
      <Body>Foam soaks and dries, the sun goes round, and a machine that was started settles.</Body>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
        {STEPS_MIN.map((minutes) => (
          <Companion key={minutes} title={`${minutes} min on`} onPress={() => void pass(minutes)} testID={`practice-pass-${minutes}`} />
        ))}
      </View>
    </>
  );
}

function EndPart({ close, fail }: { close: () => void; fail: () => void }) {
  const [busy, setBusy] = useState(false);
  const { waiting } = useOutbox();
  const end = async () => {
    setBusy(true);
    try {
      await endPracticeVisit();
    } catch {
      fail();
      setBusy(false);
    }
  };
  return (
    <>
      <Body>It is held against what was really there and against the engine’s own way: safety, the coil, time, water, judgement.</Body>
      {waiting.length > 0 ? <Small ink="inkSoft">{`${waiting.length} of your entries are still on their way to it.`}</Small> : null}
      <Act title="End it, and hear how it went" onPress={() => void end()} busy={busy} testID="practice-end-now" />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
        <Companion title="Go on" onPress={close} />
        <Companion title="To the shop, it waits two hours" onPress={() => void leavePracticeVisit()} testID="practice-leave" />
      </View>
    </>
  );
}
