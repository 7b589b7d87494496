import { SOIL_TABLE } from '@elm-mist/core/survey';
import { LEFT_OUT, planWay, PRACTICE_CASES, type Debrief, type PracticeCase } from '@elm-mist/core/trainer';
import type { UnitSystem } from '@elm-mist/core/units';
import { useQuery } from '@tanstack/react-query';
import { router, useLocalSearchParams } from 'expo-router';
import { memo, useState } from 'react';
import { View } from 'react-native';
import { houseRulesQuery, practiceCoilsQuery, useHouseRules, useMe } from '@/data';
import {
  Act,
  Banner,
  Body,
  Companion,
  Empty,
  Heading,
  Label,
  OneOf,
  Part,
  Screen,
  ScreenHead,
  Small,
  space,
  ThumbBar,
  Tick,
  useWide,
  Waiting,
} from '@/ui';
import { CutCanvas } from './FaceCanvas';
import { DebriefPart } from './DebriefPart';
import { FigureLine } from './FigureLine';
import { wayWords } from './hand';
import { HandPart } from './HandPart';
import { keepEnd, keepRun } from './keptRuns';
import { PACES, useRinse, useSeen, type Pace, type Rinse } from './useRinse';
import { WorkFace } from './WorkFace';

const PACE_NAMES: Record<Pace, string> = { 0: 'Only while I work', 1: '× 1', 10: '× 10', 60: '× 60' };

/** A coil to practise rinsing on, by its address. */
export function RinseScreen() {
  const { caseId } = useLocalSearchParams<{ caseId: string }>();
  const own = useQuery(practiceCoilsQuery);
  const given = PRACTICE_CASES.find(({ id }) => id === caseId) ?? own.data?.find(({ coil }) => coil.id === caseId)?.coil;
  const { person } = useMe();
  if (!given && own.isPending)
    return (
      <Screen head={<ScreenHead title="Practice" />}>
        <Waiting what="the coil" />
      </Screen>
    );
  if (!given || !person)
    return (
      <Screen head={<ScreenHead title="Practice" />}>
        <Empty title="No such coil" action={<Companion title="All coils" onPress={() => router.navigate('/practice')} />}>
          It may have been put away, or the shop’s coils are not on this device while the server is away.
        </Empty>
      </Screen>
    );
  return <RinseOne key={given.id} given={given} personId={person.id} />;
}

function RinseOne({ given, personId }: { given: PracticeCase; personId: string }) {
  const rules = useQuery(houseRulesQuery).data ?? null;
  const { units } = useHouseRules();
  const wide = useWide();
  const rinse = useRinse(given, personId, rules);
  const [flashlight, setFlashlight] = useState(false);
  const [hints, setHints] = useState(true);
  const [told, setTold] = useState<Debrief | null>(null);
  const [share, setShare] = useState<number | null>(null);
  const [trouble, setTrouble] = useState('');
  const { ready, desk } = rinse;
  const soils = given.soils.map((soil) => SOIL_TABLE[soil].name.toLowerCase()).join(', ');
  const under = `${given.rows === 1 ? 'One row' : `${given.rows} rows`}, grade ${given.grade} · a model, not a coil`;
  const end = async () => {
    if (!desk) return;
    rinse.stopIt();
    setShare(0);
    setTrouble('');
    try {
      const next = await desk.debrief(rinse.seconds(), setShare);
      const { learner, plan } = next;
      keepEnd(personId, given.id, {
        atMs: Date.now(),
        end: {
          grade: learner.grade,
          minutes: learner.minutes,
          bentPct: learner.bentPct,
          leftPct: learner.leftPct,
          totalMin: learner.cost.total,
          planMin: plan.cost.total,
        },
      });
      setTold(next);
    } catch {
      setTrouble('It could not be reckoned. What you did is kept: try again.');
    } finally {
      setShare(null);
    }
  };
  const goOn = (from: number | null) => {
    setTold(null);
    if (from !== null) rinse.restart(rinse.seconds().slice(0, from), rinse.seed);
  };
  const anew = () => {
    setTold(null);
    keepRun(personId, given.id, null);
    rinse.restart([], 1 + Math.floor(Math.random() * 1e6));
  };
  if (told) {
    const { costly } = told;
    return (
      <Screen
        testID="practice-debrief"
        page="debrief"
        head={<ScreenHead title={given.name} under={under} />}
        foot={
          <ThumbBar>
            <Companion title="A new coil" onPress={anew} testID="practice-anew" />
            <Act
              title={costly?.stroke ? 'Back to that stroke' : 'Go on with it'}
              onPress={() => goOn(costly?.stroke ? costly.stroke.from : null)}
              testID="practice-back"
            />
          </ThumbBar>
        }
      >
        <DebriefPart told={told} rinse={rinse} given={given} wayLine={wayWords(planWay(given, rules ?? undefined))} units={units} />
      </Screen>
    );
  }
  const inside = rinse.hand.side === 'inside';
  const head = <ScreenHead title={given.name} under={under} />;
  const work = ready ? (
    <View style={{ gap: space.s }}>
      <SeenFigures rinse={rinse} units={units} />
      <WorkFace rinse={rinse} given={given} flashlight={flashlight} />
      <Told
        rinse={rinse}
        hints={hints}
        usual={`${inside ? 'Inside' : 'Outside'} face, ${soils}. Draw strokes with a finger; blue is wet, yellow is foam.`}
      />
    </View>
  ) : (
    <Waiting what="the coil" />
  );
  const cut = ready ? (
    <View style={{ gap: space.xs }}>
      <SeenCut rinse={rinse} />
      <Small ink="inkSoft">Cut across, seen from above; the outside is below.</Small>
    </View>
  ) : null;
  const hands = (
    <Hands
      hand={rinse.hand}
      setHand={rinse.setHand}
      overAll={rinse.overAll}
      busy={rinse.busy}
      flashlight={flashlight}
      setFlashlight={setFlashlight}
      hints={hints}
      setHints={setHints}
      pace={rinse.pace}
      setPace={rinse.setPace}
      units={units}
    />
  );
  const leftOut = (
    <Part title={<Heading>What this leaves out</Heading>}>
      {LEFT_OUT.map((line) => (
        <Small key={line} ink="inkSoft">
          {line}
        </Small>
      ))}
    </Part>
  );
  return (
    <Screen
      testID="practice-rinse"
      page="rinse"
      head={
        wide ? (
          head
        ) : (
          // The face stays in sight while a tool is chosen under it.
          <>
            {head}
            <View style={{ paddingHorizontal: space.l, paddingTop: space.s }}>{work}</View>
          </>
        )
      }
      foot={
        <ThumbBar>
          {rinse.busy ? (
            <Companion title="Stop" onPress={rinse.stopIt} testID="practice-stop" />
          ) : (
            <Companion title="Wait a minute" onPress={() => rinse.wait(60)} disabled={!ready} testID="practice-wait" />
          )}
          <Act
            title={share === null ? 'Done: how did it go' : `Reckoning, ${Math.round(share * 100)} %`}
            onPress={() => void end()}
            disabled={!ready || !rinse.started || share !== null}
            testID="practice-done"
          />
        </ThumbBar>
      }
    >
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      {wide ? (
        <View style={{ flexDirection: 'row', gap: space.xl }}>
          <View style={{ gap: space.m, flex: 3 }}>
            {work}
            {cut}
            {leftOut}
          </View>
          <View style={{ flex: 2 }}>{hands}</View>
        </View>
      ) : (
        <>
          {hands}
          {cut}
          {leftOut}
        </>
      )}
    </Screen>
  );
}

/** Everything that is pressed beside the face; drawn again only where something of it changed, not with every second of water. */
const Hands = memo(function Hands({
  hand,
  setHand,
  overAll,
  busy,
  flashlight,
  setFlashlight,
  hints,
  setHints,
  pace,
  setPace,
  units,
}: Pick<Rinse, 'hand' | 'setHand' | 'overAll' | 'busy' | 'pace' | 'setPace'> & {
  flashlight: boolean;
  setFlashlight: (on: boolean) => void;
  hints: boolean;
  setHints: (on: boolean) => void;
  units: UnitSystem;
}) {
  return (
    <View style={{ gap: space.m }}>
      <HandPart hand={hand} set={setHand} units={units} />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
        <Companion title="All over, top down" onPress={() => overAll(false)} disabled={busy} testID="practice-over" />
        <Companion title="All over, bottom up" onPress={() => overAll(true)} disabled={busy} testID="practice-over-up" />
      </View>
      <Tick label="Torch behind it" value={flashlight} onChange={setFlashlight} testID="practice-torch" />
      <Tick label="Say what is about to go wrong" value={hints} onChange={setHints} testID="practice-hints" />
      <Label>Time goes</Label>
      <OneOf
        label="Time goes"
        options={PACES.map((value) => ({ value, label: PACE_NAMES[value] }))}
        value={pace}
        onChange={setPace}
        testID="practice-pace"
      />
    </View>
  );
});

function SeenFigures({ rinse, units }: { rinse: Rinse; units: UnitSystem }) {
  const seen = useSeen(rinse);
  return seen ? <FigureLine seen={seen} units={units} /> : null;
}

function SeenCut({ rinse }: { rinse: Rinse }) {
  const seen = useSeen(rinse);
  return seen ? <CutCanvas seen={seen} /> : null;
}

/** What a teacher says of the last second, why it was refused, or else what is to be done here. */
function Told({ rinse, hints, usual }: { rinse: Rinse; hints: boolean; usual: string }) {
  const seen = useSeen(rinse);
  return (
    <View role="status" testID="practice-hint" style={{ minHeight: 40 }}>
      {seen?.refused ? (
        <Body ink="brick">{`Not done: ${seen.refused}`}</Body>
      ) : hints && seen?.hint ? (
        <Body ink="amberInk">{seen.hint}</Body>
      ) : (
        <Small ink="inkSoft">{usual}</Small>
      )}
    </View>
  );
}
