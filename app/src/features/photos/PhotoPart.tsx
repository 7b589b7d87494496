import { useState } from 'react';
import { Image, View } from 'react-native';
import { keepPhoto, usePhoto, useVisit } from '@/data';
import { Banner, FilePick, Label, Part, Small, space } from '@/ui';

function Picture({ photoId, caption, when }: { photoId: string; caption: string; when: string }) {
  const address = usePhoto(photoId);
  return (
    <View style={{ width: 104, gap: 2 }}>
      <Image
        source={{ uri: address }}
        role="img"
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
  of = 'the coil',
}: {
  coilId: string | null;
  when: 'before' | 'after';
  findingId?: string | null;
  /** What it shows, where it is no finding. */
  of?: string;
}) {
  const { state, detail, record } = useVisit();
  const [trouble, setTrouble] = useState('');
  const [busy, setBusy] = useState(false);
  const photos = state.photos
    .filter((photo) => photo.value.coilId === coilId && photo.value.findingId === findingId)
    .sort((a, b) => (a.value.when === b.value.when ? 0 : a.value.when === 'before' ? -1 : 1));
  const take = async (file: File) => {
    setBusy(true);
    setTrouble('');
    try {
      const photoId = await keepPhoto(detail.visit.id, file);
      record({ kind: 'photo.added', data: { photoId, coilId, findingId, when, caption: coilId || findingId ? '' : of } });
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
        <FilePick
          title={findingId || !coilId ? 'Take a photo of it' : `Take a photo ${when}`}
          label={findingId ? 'Photo of the finding' : `Photo of ${of}`}
          accept="image/*"
          camera
          onPick={(file) => void take(file)}
          busy={busy}
          testID={findingId ? 'finding-photo-file' : coilId ? 'photo-file' : 'unit-photo-file'}
        />
      )}
    </Part>
  );
}
