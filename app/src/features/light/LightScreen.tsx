import { useVisit } from '@/data';
import { Act, Banner, Companion, space, ThumbBar, useWide } from '@/ui';
import type { CoilRecord } from '@elm-mist/contract';
import { coilName } from '@elm-mist/core/equipment';
import { router, useLocalSearchParams } from 'expo-router';
import { View } from 'react-native';
import { VisitScreen } from '../visit/VisitScreen';
import { LightSide } from './LightSide';
import { BentPart, LightWords } from './LightWords';
import { useLightDraft, type Side } from './useLightDraft';

/** Light through a coil, measured on two photographs with the same torch. */
export function LightScreen() {
  const { detail, allCoils } = useVisit();
  const { coil: asked } = useLocalSearchParams<{ coil?: string }>();
  const coil = allCoils.find((row) => row.id === asked) ?? allCoils[0];
  const back = () => (router.canGoBack() ? router.back() : router.navigate(`/visits/${detail.visit.id}/check`));
  if (!coil) return null;
  return <LightOfCoil key={coil.id} coil={coil} back={back} />;
}

function LightOfCoil({ coil, back }: { coil: CoilRecord; back: () => void }) {
  const { state, record } = useVisit();
  const closed = state.closed !== null;
  const wide = useWide();
  const light = useLightDraft(coil.id);
  const { older, keep, sides, pair, share, trouble, wrong, ready } = light;
  const save = () => {
    if (record({ kind: 'light.measured', data: light.found })) {
      light.drop();
      back();
    }
  };
  const side = (when: Side) => <LightSide when={when} light={light} first={wide || when === 'before'} />;
  return (
    <VisitScreen
      visitStep="check"
      page={`light-${coil.id}`}
      under={`Light through the ${coilName(coil).toLowerCase()}, same torch`}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={back} />
          {closed || !(sides.before || sides.after) ? null : (
            <Act
              title={share !== null ? `Measuring, ${Math.round(share * 100)} %` : sides.before && sides.after ? 'Keep both' : 'Keep'}
              onPress={save}
              disabled={!ready}
              testID="light-keep"
            />
          )}
        </ThumbBar>
      }
    >
      {older ? (
        <Banner tone="wait" right={<Companion title="Take mine back" onPress={() => keep(older)} />}>
          This light was measured again since you began here: that is shown. What you had begun is kept.
        </Banner>
      ) : null}
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      {wrong.map((text) => (
        <Banner key={text} tone="stop">
          {text}
        </Banner>
      ))}
      {wide ? (
        <View style={{ flexDirection: 'row', gap: space.l, alignItems: 'flex-start' }}>
          <View style={{ flex: 1 }}>{side('before')}</View>
          <View style={{ flex: 1 }}>{side('after')}</View>
        </View>
      ) : (
        <>
          {side('before')}
          {side('after')}
        </>
      )}
      {sides.before || sides.after ? <LightWords coilId={coil.id} pair={pair} found={light.found} /> : null}
      {sides.before || sides.after ? <BentPart light={light} /> : null}
    </VisitScreen>
  );
}
