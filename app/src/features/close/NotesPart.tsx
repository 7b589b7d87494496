import { useState } from 'react';
import { View } from 'react-native';
import { useDraft, useVisit, wallClock } from '@/data';
import { Body, Companion, Field, Heading, Part, Small, space } from '@/ui';

/** Later words: each with its time and name, beside what was closed and never in place of it. */
export function NotesPart() {
  const { state, detail, record } = useVisit();
  const [draft, keep, drop] = useDraft(`note.${detail.visit.id}`, () => ({ text: '' }));
  const [open, setOpen] = useState(draft.text !== '');
  const add = () => {
    if (draft.text.trim() === '') return;
    if (record({ kind: 'note.added', data: { text: draft.text.trim() } })) {
      keep({ text: '' });
      drop();
      setOpen(false);
    }
  };
  return (
    <Part title={<Heading>Notes</Heading>} testID="notes">
      {state.notes.length === 0 && !open ? <Body ink="inkSoft">None. What is added later stands with its time and name.</Body> : null}
      {state.notes.map((note) => (
        <View key={note.eventId} style={{ gap: 2 }}>
          <Body>{note.value}</Body>
          <Small ink="inkSoft">
            {`${wallClock(note.at, 'd MMM yyyy, h:mm a').replace(/AM|PM/, (half) => half.toLowerCase())}, ${note.by}`}
          </Small>
        </View>
      ))}
      {open ? (
        <View style={{ gap: space.s }}>
          <Field label="Note" value={draft.text} onChange={(text) => keep({ text })} multiline testID="note-text" />
          <View style={{ flexDirection: 'row', gap: space.s }}>
            <Companion title="Not now" onPress={() => setOpen(false)} />
            <Companion title="Keep the note" onPress={add} disabled={draft.text.trim() === ''} testID="note-keep" />
          </View>
        </View>
      ) : (
        <View style={{ alignItems: 'flex-start' }}>
          <Companion title="Add a note" onPress={() => setOpen(true)} testID="note-add" />
        </View>
      )}
    </Part>
  );
}
