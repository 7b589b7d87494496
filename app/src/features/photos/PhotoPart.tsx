import { useRef, useState } from 'react';
import { Image, View } from 'react-native';
import { keepPhoto, usePhoto, useVisit } from '@/data';
import { Banner, Companion, Label, Part, Small, space } from '@/ui';

function Picture({ photoId, caption, when }: { photoId: string; caption: string; when: string }) {
  const address = usePhoto(photoId);
  return (
    <View style={{ width: 104, gap: 2 }}>
      <Image
        source={{ uri: address }}
        accessibilityLabel={`${when}: ${caption || 'photo'}`}
        style={{ width: 104, height: 104 }}
        resizeMode="cover"
      />
      <Small>{when}</Small>
    </View>
  );
}

/** Pictures of one coil, before and after side by side, and a way to take more. They are kept on the device until sent. */
export function PhotoPart({
  coilId,
  when,
  findingId = null,
}: {
  coilId: string | null;
  when: 'before' | 'after';
  findingId?: string | null;
}) {
  const { state, detail, record } = useVisit();
  const input = useRef<HTMLInputElement>(null);
  const [trouble, setTrouble] = useState('');
  const [busy, setBusy] = useState(false);
  const photos = state.photos
    .filter((photo) => photo.value.coilId === coilId && photo.value.findingId === findingId)
    .sort((a, b) => (a.value.when === b.value.when ? 0 : a.value.when === 'before' ? -1 : 1));
  const take = async (file: File | undefined) => {
    if (!file) return;
    setBusy(true);
    setTrouble('');
    try {
      const photoId = await keepPhoto(detail.visit.id, file);
      record({ kind: 'photo.added', data: { photoId, coilId, findingId, when, caption: '' } });
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : 'The picture could not be kept.');
    } finally {
      setBusy(false);
    }
  };
  return (
    <Part title={<Label>{photos.length === 0 ? 'Photos' : `Photos, ${photos.length} taken`}</Label>}>
      {photos.length > 0 ? (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
          {photos.map((photo) => (
            <Picture key={photo.value.photoId} photoId={photo.value.photoId} caption={photo.value.caption} when={photo.value.when} />
          ))}
        </View>
      ) : null}
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      {state.closed ? null : (
        <View>
          <input
            ref={input}
            type="file"
            accept="image/*"
            capture="environment"
            aria-label={findingId ? 'Photo of the finding' : 'Photo of the coil'}
            data-testid={findingId ? 'finding-photo-file' : 'photo-file'}
            style={{ position: 'absolute', width: 1, height: 1, opacity: 0 }}
            tabIndex={-1}
            onChange={(event) => {
              void take(event.target.files?.[0]);
              event.target.value = '';
            }}
          />
          <Companion title={findingId ? 'Take a photo of it' : `Take a photo ${when}`} onPress={() => input.current?.click()} busy={busy} />
        </View>
      )}
    </Part>
  );
}
