import { useVisit, wallClock } from '@/data';
import { Banner, Body, Companion, Figure, FilePick, Part, Small, space, Tabs } from '@/ui';
import { LIGHT_DOUBTS, type LightMark, type LightMeasured } from '@elm-mist/core/light';
import { useState } from 'react';
import { View } from 'react-native';
import { MarkedPicture } from './MarkedPicture';
import { SIDE_WORDS, type LightDraft, type Side } from './useLightDraft';

/** One of the two pictures: taken, marked, and what it measures. */
export function LightSide({ when, light, first }: { when: Side; light: LightDraft; first: boolean }) {
  const { draft, keep, sides, pair, busy, take, photosOf } = light;
  const closed = useVisit().state.closed !== null;
  // Where a point is while it is held; the draft has where it was let go.
  const [held, setHeld] = useState<LightMark | null>(null);
  const marked = sides[when];
  const told: LightMeasured | null = pair?.[when] ?? null;
  const photos = photosOf(when);
  const stamp = photos.find((photo) => photo.value.photoId === marked?.photoId);
  const mark = held ?? marked?.mark;
  return (
    <Part first={first}>
      <View style={{ flexDirection: 'row', justifyContent: 'space-between', alignItems: 'baseline' }}>
        <Body>{stamp ? `${SIDE_WORDS[when]}, ${wallClock(stamp.at, 'h:mm a').toLowerCase()}` : SIDE_WORDS[when]}</Body>
        {told && told.openPct !== null ? (
          <View style={{ flexDirection: 'row', alignItems: 'baseline', gap: 6 }} testID={`open-${when}`}>
            <Figure style={{ fontSize: 26, lineHeight: 30 }}>{`${Math.round(told.openPct)} %`}</Figure>
            <Small>{`± ${Math.ceil(told.doubtPoints)} open`}</Small>
          </View>
        ) : null}
      </View>
      {marked && mark ? (
        <>
          {photos.length > 1 ? (
            <Tabs
              label={`Pictures ${SIDE_WORDS[when]}`}
              value={marked.photoId}
              onChange={(photoId) => keep({ ...draft, [when]: { photoId, mark: marked.mark } })}
              options={photos.map(({ value, at }) => ({ value: value.photoId, label: wallClock(at, 'h:mm:ss') }))}
            />
          ) : null}
          <MarkedPicture
            photoId={marked.photoId}
            when={SIDE_WORDS[when]}
            mark={mark}
            cells={told?.cells ?? []}
            change={
              closed
                ? null
                : (next, settled) => {
                    setHeld(settled ? null : next);
                    if (settled) keep({ ...draft, [when]: { ...marked, mark: next } });
                  }
            }
          />
          {told?.doubts.map((doubt) => (
            <Banner key={doubt} tone={doubt === 'card' || doubt === 'moved' ? 'wait' : 'stop'}>
              {LIGHT_DOUBTS[doubt]}
            </Banner>
          ))}
          {told && told.openPct !== null ? (
            <Small ink="inkSoft">
              {`Threshold ${told.threshold.toFixed(2)} of white, ${told.by === 'card' ? 'taken from the other picture by the grey card' : `split ${Math.round(told.separability * 100)} % clear`}.`}
            </Small>
          ) : null}
        </>
      ) : (
        <Body ink="inkSoft">
          {when === 'before'
            ? 'Power off and proven before a hand or a torch goes in. Torch hard against the far face, camera straight before the near one, as dark around it as can be.'
            : 'The same torch at the same spot, the camera where it was.'}
        </Body>
      )}
      {closed ? null : (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
          <FilePick
            title={marked ? 'Photo again' : `Photo ${SIDE_WORDS[when]}`}
            label={`Picture of the light, ${SIDE_WORDS[when]}`}
            accept="image/*"
            camera
            busy={busy === when}
            onPick={(file) => void take(when, file)}
            testID={`light-file-${when}`}
          />
          {marked ? (
            <Companion
              title={marked.mark.card ? 'No grey card' : 'Grey card in it'}
              onPress={() =>
                keep({ ...draft, [when]: { ...marked, mark: { ...marked.mark, card: marked.mark.card ? null : { x: 0.08, y: 0.08 } } } })
              }
              testID={`card-${when}`}
            />
          ) : null}
        </View>
      )}
    </Part>
  );
}
