import { FLOAT_FOUND_NAMES, judgeAsFound, PART_MENDED_NAMES, RUN_STATE_NAMES, TRIP_NAMES } from '@elm-mist/core/survey';
import { useVisit } from '@/data';
import { Heading, Part, Row } from '@/ui';
import { PhotoPart } from '../photos/PhotoPart';

/** How it was found on trying it, and what the customer chose, for the record; nothing where it was not tried. */
export function AsFoundRows() {
  const { state } = useVisit();
  const found = state.story?.value.asFound;
  if (!found || found.state === 'unknown') return null;
  const { lines } = judgeAsFound(found);
  return (
    <Part first title={<Heading>As found</Heading>} testID="close-as-found">
      <Row label="On trying it" value={found.code ? `${RUN_STATE_NAMES[found.state]}: ${found.code}` : RUN_STATE_NAMES[found.state]} />
      {found.float && found.float !== 'unknown' ? (
        <Row label="Pan and float switch" value={FLOAT_FOUND_NAMES[found.float].toLowerCase()} />
      ) : null}
      {found.trips && found.trips !== 'unknown' ? <Row label="It trips" value={TRIP_NAMES[found.trips].toLowerCase()} /> : null}
      {found.mended && found.mended !== 'no' ? (
        <Row label="The part at fault" value={PART_MENDED_NAMES[found.mended].toLowerCase()} />
      ) : null}
      {found.seized ? <Row label="Compressor" value="seized or open, by its windings" /> : null}
      {lines.map((row) => (
        <Row key={row.name} label={`${row.name}: ${row.ok ? 'fine' : 'not right'}`} value={row.text} />
      ))}
      {state.photos.some((photo) => photo.value.coilId === null && photo.value.findingId === null) ? (
        <PhotoPart coilId={null} when="before" of="the contactor" />
      ) : null}
      {found.reduced ? <Row label="Chosen by the customer" value={found.reduced} /> : null}
    </Part>
  );
}
