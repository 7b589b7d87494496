import type { DayCrew, DayCrewsRecord } from '@elm-mist/contract';
import { MOST_CREWS } from '@elm-mist/core/route';
import type { CrewMember } from '@elm-mist/core/shop';
import { readFigure } from '@elm-mist/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { clockTime, RefusedError, useSaveCrews } from '@/data';
import { AnyOf, Banner, Companion, Field, Heading, Label, LinkRow, Part, Row, Small, space } from '@/ui';
import { minuteOf } from '../places/startTime';

interface Typed {
  crews: { memberIds: string[]; from: string; to: string }[];
  factor: string;
  kmh: string;
}

const typedOf = ({ crews, roads }: DayCrewsRecord): Typed => ({
  crews: crews.map(({ memberIds, from, to }) => ({ memberIds, from: clockTime(from), to: clockTime(to) })),
  factor: String(roads.factor),
  kmh: String(roads.kmh),
});

/** Who is out on the day, in which truck and how long, and how long roads are here. */
export function CrewsPart({ said, members }: { said: DayCrewsRecord; members: readonly CrewMember[] }) {
  const [open, setOpen] = useState(false);
  const name = (id: string) => members.find((member) => member.id === id)?.name ?? id;
  if (members.length === 0)
    return (
      <Part title={<Heading>Crews</Heading>}>
        <LinkRow title="Nobody is on the crew list" under="Name those who work here, then a day can be ordered" href="/shop/crew" />
      </Part>
    );
  return (
    <Part title={<Heading>Crews</Heading>} testID="day-crews">
      {open ? (
        <CrewFields said={said} members={members} done={() => setOpen(false)} />
      ) : (
        <>
          {said.crews.map((crew) => (
            <Row key={crew.id} label={crew.memberIds.map(name).join(' and ')} value={`${clockTime(crew.from)} to ${clockTime(crew.to)}`} />
          ))}
          <Row label="Roads" value={`${said.roads.factor} × the straight line, ${said.roads.kmh} km/h`} />
          {said.learnedFactor !== null && Math.abs(said.learnedFactor - said.roads.factor) >= 0.1 ? (
            <Small>{`Your own days look more like ${said.learnedFactor.toFixed(1)} ×.`}</Small>
          ) : null}
          <View style={{ alignItems: 'flex-start' }}>
            <Companion title="Change" onPress={() => setOpen(true)} testID="crews-change" />
          </View>
        </>
      )}
    </Part>
  );
}

function CrewFields({ said, members, done }: { said: DayCrewsRecord; members: readonly CrewMember[]; done: () => void }) {
  const [typed, setTyped] = useState(() => typedOf(said));
  const [trouble, setTrouble] = useState('');
  const save = useSaveCrews();
  const change = (k: number, next: Partial<Typed['crews'][number]>) =>
    setTyped({ ...typed, crews: typed.crews.map((crew, i) => (i === k ? { ...crew, ...next } : crew)) });
  const keep = async () => {
    setTrouble('');
    const crews: DayCrew[] = [];
    for (const { memberIds, from, to } of typed.crews) {
      if (!memberIds[0]) continue;
      const [start, end] = [minuteOf(from), minuteOf(to)];
      if (Number.isNaN(start) || Number.isNaN(end)) return setTrouble('Write when a crew leaves and is back as 8:00 am and 5:30 pm.');
      crews.push({ id: memberIds[0], memberIds, from: start, to: end });
    }
    try {
      const roads = { factor: readFigure(typed.factor), kmh: readFigure(typed.kmh) };
      await save.mutateAsync({ day: said.day, said: { crews, roads } });
      done();
    } catch (error) {
      setTrouble(
        error instanceof RefusedError ? Object.values(error.fields).join(' ') : 'The server is away. What you typed is still here.',
      );
    }
  };
  return (
    <View style={{ gap: space.m }}>
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      {typed.crews.map((crew, k) => (
        <View key={k} style={{ gap: space.s }}>
          <Label>{`Crew ${k + 1}`}</Label>
          <AnyOf
            label={`Who is in crew ${k + 1}`}
            options={members.map((member) => ({ value: member.id, label: member.name }))}
            value={crew.memberIds}
            onChange={(memberIds) => change(k, { memberIds })}
          />
          <View style={{ flexDirection: 'row', gap: space.s }}>
            <View style={{ flex: 1 }}>
              <Field label="Leaves" value={crew.from} onChange={(from) => change(k, { from })} testID={`crew-from-${k}`} />
            </View>
            <View style={{ flex: 1 }}>
              <Field label="Back" value={crew.to} onChange={(to) => change(k, { to })} testID={`crew-to-${k}`} />
            </View>
          </View>
        </View>
      ))}
      {typed.crews.length < Math.min(MOST_CREWS, members.length) ? (
        <View style={{ alignItems: 'flex-start' }}>
          <Companion
            title="One crew more"
            onPress={() => setTyped({ ...typed, crews: [...typed.crews, { memberIds: [], from: '8:00 am', to: '6:00 pm' }] })}
          />
        </View>
      ) : null}
      <View style={{ flexDirection: 'row', gap: space.s }}>
        <View style={{ flex: 1 }}>
          <Field
            label="Roads, times the straight line"
            value={typed.factor}
            onChange={(factor) => setTyped({ ...typed, factor })}
            testID="road-factor"
          />
        </View>
        <View style={{ flex: 1 }}>
          <Field label="Speed" unit="km/h" value={typed.kmh} onChange={(kmh) => setTyped({ ...typed, kmh })} testID="road-kmh" />
        </View>
      </View>
      <Small ink="inkSoft">A crew with nobody in it is left out. What is said holds for this day and those after it.</Small>
      <View style={{ flexDirection: 'row', gap: space.s }}>
        <Companion title="Leave it" onPress={done} />
        <Companion title="Keep it" onPress={() => void keep()} busy={save.isPending} grow testID="crews-keep" />
      </View>
    </View>
  );
}
