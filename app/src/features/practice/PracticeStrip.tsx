import type { PracticeLook } from '@elm-mist/contract';
import { useEffect, useState } from 'react';
import { Pressable, ScrollView, useWindowDimensions, View } from 'react-native';
import { endPracticeVisit, leavePracticeVisit, passTime, practiceLook, useNow, useOutbox, wallClock } from '@/data';
import { realm } from '@/device/realm';
import { Act, Banner, Body, Companion, Label, line, Small, space, Strong, target, useTokens, Waiting } from '@/ui';
import { LookPart } from './LookPart';
import { OwnerPart } from './OwnerPart';

type Open = 'look' | 'owner' | 'time' | 'end' | null;
const NAMES: Record<Exclude<Open, null>, string> = { look: 'Look', owner: 'Owner', time: 'Time', end: 'End' };
const STEPS_MIN = [1, 5, 15, 30] as const;
const LOOKS_EVERY_MS = 5000;
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
          {open === 'look' || open === 'owner' ? <Looked part={open} /> : null}
        </ScrollView>
      ) : null}
    </View>
  );
}

/** What is seen there: never from what was seen before, since a meter is read off it; again when an entry has gone out, and as foam soaks on. */
function Looked({ part }: { part: 'look' | 'owner' }) {
  const [look, setLook] = useState<PracticeLook | null>(null);
  const [trouble, setTrouble] = useState('');
  const { waiting } = useOutbox();
  const sent = waiting.length === 0;
  useEffect(() => {
    const again = () => void practiceLook().then(setLook, () => setTrouble(AWAY));
    again();
    // What was just entered is on its way: then there is nothing new to see.
    const timer = sent ? setInterval(again, LOOKS_EVERY_MS) : undefined;
    return () => clearInterval(timer);
  }, [sent]);
  return (
    <>
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      {!look && !trouble ? <Waiting what="what is there" /> : null}
      {look && part === 'look' ? <LookPart look={look} /> : null}
      {look && part === 'owner' ? <OwnerPart look={look} learn={setLook} fail={() => setTrouble(AWAY)} /> : null}
    </>
  );
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
