import { WIRE_COLORS, wiresOpen, type Refitted, type WireColor, type WireNoted } from '@elm-mist/core/run';
import { useState } from 'react';
import { Image, View } from 'react-native';
import { keepPhoto, useDraft, usePhoto, useVisit } from '@/data';
import { Banner, Body, Companion, Field, FilePick, HazardBox, Heading, Label, OneOf, Part, Small, space, Strong, WireSwatch } from '@/ui';

interface WireDraft {
  plug: string;
  terminal: string;
  unitSide: WireColor | null;
  otherSide: WireColor | null;
  photoId: string | null;
}
const blank: WireDraft = { plug: '', terminal: '', unitSide: null, otherSide: null, photoId: null };

function Picture({ photoId }: { photoId: string }) {
  return (
    <Image
      source={{ uri: usePhoto(photoId) }}
      role="img"
      accessibilityLabel="Photo of the wires"
      style={{ width: 88, height: 88 }}
      resizeMode="cover"
    />
  );
}

/** Terminal and colors; at reassembly mirrored, the terminal last, as hands come to it from the wire. */
function WireLine({ wire, mirrored }: { wire: WireNoted; mirrored: boolean }) {
  const ends = [
    <Strong key="t">{`${wire.plug} · ${wire.terminal}`}</Strong>,
    <WireSwatch key="u" color={wire.unitSide} />,
    ...(wire.otherSide ? [<WireSwatch key="o" color={wire.otherSide} />] : []),
  ];
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: space.m }}>
      {mirrored ? [...ends].reverse() : ends}
    </View>
  );
}

/** The wire record: noted as it comes apart, shown again mirrored as a checklist as it goes together. */
export function WirePart() {
  const { state, detail, record } = useVisit();
  const [draft, keep] = useDraft<WireDraft>(`wire.${detail.visit.id}`, () => blank);
  const [trouble, setTrouble] = useState('');
  const closed = state.closed !== null;
  const set = (change: Partial<WireDraft>) => keep({ ...draft, ...change });
  const open: Refitted<WireNoted>[] = wiresOpen(state.wires);
  const missing =
    draft.plug.trim() === ''
      ? 'Say which plug or part.'
      : draft.terminal.trim() === ''
        ? 'Say which terminal.'
        : draft.unitSide === null
          ? 'Choose the colour.'
          : '';
  const save = () => {
    if (missing || draft.unitSide === null) {
      setTrouble(missing);
      return;
    }
    setTrouble('');
    const { plug, terminal, unitSide, otherSide, photoId } = draft;
    // The plug and its photo stay for the next wire of it.
    if (record({ kind: 'wire.noted', data: { plug: plug.trim(), terminal: terminal.trim(), unitSide, otherSide, note: '', photoId } }))
      keep({ ...blank, plug, photoId });
  };
  const take = async (file: File) => {
    try {
      const photoId = await keepPhoto(detail.visit.id, file);
      record({
        kind: 'photo.added',
        data: { photoId, coilId: null, findingId: null, when: 'before', caption: `Wires, ${draft.plug.trim() || 'as found'}` },
      });
      set({ photoId });
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : 'The picture could not be kept.');
    }
  };
  const colors = WIRE_COLORS.map((color) => ({ value: color, label: color, drawing: <WireSwatch color={color} named={false} /> }));
  return (
    <>
      <HazardBox lead="Stored charge.">
        Power proven dead first. A capacitor keeps its charge: it is discharged as the maker says, by who is licensed for it.
      </HazardBox>
      {open.length > 0 ? (
        <Part title={<Heading>Back together: tick each off</Heading>}>
          {open.map((wire) => (
            <View key={wire.eventId} style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
              <View style={{ flex: 1, gap: space.xs }}>
                <WireLine wire={wire.value} mirrored />
                {wire.value.photoId ? <Picture photoId={wire.value.photoId} /> : null}
              </View>
              {closed ? null : (
                <Companion
                  title="On"
                  onPress={() => record({ kind: 'wire.back', data: { wireId: wire.eventId } })}
                  wet
                  testID={`wire-back-${wire.value.terminal}`}
                />
              )}
            </View>
          ))}
        </Part>
      ) : state.wires.length > 0 ? (
        <Banner tone="done">Every wire that was noted is back.</Banner>
      ) : (
        <Body ink="inkSoft">
          Note each wire before it is pulled, and take a photo. The colours on the two sides of a plug often differ.
        </Body>
      )}
      {closed ? null : (
        <Part title={<Heading>Note a wire</Heading>}>
          <View style={{ flexDirection: 'row', gap: space.m }}>
            <Field
              label="Plug or part"
              value={draft.plug}
              onChange={(plug) => set({ plug })}
              help="Contactor, fan plug"
              grow
              testID="wire-plug"
            />
            <Field
              label="Terminal"
              value={draft.terminal}
              onChange={(terminal) => set({ terminal })}
              help="C, T1, HERM"
              grow
              testID="wire-terminal"
            />
          </View>
          <Label>Colour, unit side</Label>
          <OneOf
            label="Colour, unit side"
            options={colors}
            value={draft.unitSide}
            onChange={(unitSide) => set({ unitSide })}
            testID="wire-unit"
          />
          <Label>Colour, other side of the plug</Label>
          <OneOf
            label="Colour, other side"
            options={[{ value: 'none' as const, label: 'No plug' }, ...colors]}
            value={draft.otherSide ?? 'none'}
            onChange={(color) => set({ otherSide: color === 'none' ? null : color })}
            testID="wire-other"
          />
          {draft.photoId ? <Picture photoId={draft.photoId} /> : null}
          {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
          <View style={{ flexDirection: 'row', gap: space.s }}>
            <FilePick
              title={draft.photoId ? 'Another photo' : 'Photo'}
              label="Photo of the wires"
              accept="image/*"
              camera
              onPick={(file) => void take(file)}
              testID="wire-photo"
            />
            <Companion title="Note this wire" onPress={save} grow wet testID="wire-note" />
          </View>
          <Small ink="inkSoft">The photo stays with the next wires until another is taken.</Small>
        </Part>
      )}
      {state.wires.length > 0 ? (
        <Part title={<Heading>As it was</Heading>}>
          {state.wires.map((wire) => (
            <WireLine key={wire.eventId} wire={wire.value} mirrored={false} />
          ))}
        </Part>
      ) : null}
    </>
  );
}
