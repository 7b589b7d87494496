import { closingChecks, type Strokes } from '@elm-mist/core/run';
import { useState } from 'react';
import { View } from 'react-native';
import { keepPhoto, useDraft, useVisit, wallClock } from '@/data';
import { Banner, Body, Companion, Field, FilePick, Heading, OneOf, Part, Small, space } from '@/ui';
import { SignatureBox, SignatureMark } from '../shared/Signature';
import { ClosingLine } from './ClosingChecksPart';

interface Draft {
  who: 'customer' | 'nobody';
  name: string;
  strokes: Strokes;
}

/** The customer signs for what was done, or a photo shows how it was left with nobody in. */
export function SignPart() {
  const { state, allCoils, detail, record } = useVisit();
  const line = closingChecks(state, allCoils).find((row) => row.item === 'signed');
  const [draft, keep, drop] = useDraft<Draft>(`sign.${detail.visit.id}`, () => ({
    who: 'customer',
    name: detail.place.customerName,
    strokes: [],
  }));
  const [trouble, setTrouble] = useState('');
  const [busy, setBusy] = useState(false);
  if (!line && !state.signed) return null;
  const { signed } = state;
  const sign = () => {
    if (record({ kind: 'visit.signed', data: { who: 'customer', name: draft.name.trim(), strokes: draft.strokes, photoId: null } })) drop();
  };
  const nobody = async (file: File) => {
    setBusy(true);
    setTrouble('');
    try {
      const photoId = await keepPhoto(detail.visit.id, file);
      const ok = record(
        { kind: 'photo.added', data: { photoId, coilId: null, findingId: null, when: 'after', caption: 'how it was left, nobody in' } },
        { kind: 'visit.signed', data: { who: 'nobody', name: '', strokes: [], photoId } },
      );
      if (ok) drop();
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : 'The picture could not be kept.');
    } finally {
      setBusy(false);
    }
  };
  return (
    <Part title={<Heading>Signed for</Heading>} testID="sign-off">
      {signed ? (
        <View style={{ gap: space.xs }}>
          <Body>{signed.value.who === 'customer' ? `By ${signed.value.name}.` : 'Nobody was in: a photo shows how it was left.'}</Body>
          {signed.value.who === 'customer' ? <SignatureMark strokes={signed.value.strokes} name={signed.value.name} /> : null}
          <Small ink="inkSoft">
            {`${wallClock(signed.at, 'd MMM yyyy, h:mm a').replace(/AM|PM/, (half) => half.toLowerCase())}, taken by ${signed.by}`}
          </Small>
        </View>
      ) : state.closed ? null : (
        <View style={{ gap: space.m }}>
          <OneOf
            label="Who signs"
            options={[
              { value: 'customer' as const, label: 'The customer' },
              { value: 'nobody' as const, label: 'Nobody in' },
            ]}
            value={draft.who}
            onChange={(who) => keep({ ...draft, who })}
          />
          {draft.who === 'customer' ? (
            <>
              <Field label="Name" value={draft.name} onChange={(name) => keep({ ...draft, name })} testID="sign-name" />
              <SignatureBox label="Signature" value={draft.strokes} onChange={(strokes) => keep({ ...draft, strokes })} />
              <Companion title="Signed" onPress={sign} testID="sign-keep" />
            </>
          ) : (
            <FilePick
              title="Photo of how it is left"
              label="Photo of how it is left"
              accept="image/*"
              camera
              onPick={(file) => void nobody(file)}
              busy={busy}
              testID="nobody-photo"
            />
          )}
        </View>
      )}
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      {line && line.standing !== 'done' ? <ClosingLine line={line} /> : null}
    </Part>
  );
}
