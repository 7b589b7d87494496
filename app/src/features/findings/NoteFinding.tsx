import { coilName } from '@elm-mist/core/equipment';
import { findingPlace } from '@elm-mist/core/run';
import { findingWords } from '@elm-mist/core/shop';
import {
  asFoundReading,
  FINDING_KINDS,
  FINDING_TABLE,
  URGENCIES,
  URGENCY_NAMES,
  type FindingKind,
  type Urgency,
} from '@elm-mist/core/survey';
import { useState } from 'react';
import { View } from 'react-native';
import { useDraft, useVisit } from '@/data';
import { Banner, Companion, Field, GradeStrip, Label, OneOf, Small, space } from '@/ui';
import { partsText, readParts } from './findingWords';

interface Draft {
  what: FindingKind | null;
  coilId: string | null;
  faceId: string | null;
  row: number | null;
  note: string;
  action: string;
  urgency: Urgency | null;
  minutes: string;
  parts: string;
  before: string;
}

const MOST_MINUTES = 600;

/** A finding is noted: what and where, as the table proposes it, to be put right where it differs. */
export function NoteFinding({ coilId, done }: { coilId: string | null; done: () => void }) {
  const { state, detail, record, who, team, allCoils } = useVisit();
  const [draft, keep, drop] = useDraft<Draft>(`finding.${detail.visit.id}.${coilId ?? 'unit'}`, () => ({
    what: null,
    coilId,
    faceId: null,
    row: null,
    note: '',
    action: '',
    urgency: null,
    minutes: '',
    parts: '',
    before: '',
  }));
  const [trouble, setTrouble] = useState<Partial<Record<'minutes' | 'parts' | 'action', string>>>({});
  const { what } = draft;
  const coil = allCoils.find((row) => row.id === draft.coilId);
  const choose = (kind: FindingKind) => {
    const facts = FINDING_TABLE[kind];
    keep({
      ...draft,
      what: kind,
      action: facts.action,
      urgency: facts.urgency,
      minutes: String(facts.minutes),
      parts: partsText(facts.parts),
      before: asFoundReading(kind, state.story?.value.asFound ?? null),
    });
  };
  const save = () => {
    if (!what || !draft.urgency) return;
    const minutes = Number(draft.minutes.trim() || '0');
    const parts = readParts(draft.parts);
    const found: typeof trouble = {};
    if (!Number.isFinite(minutes) || minutes < 0 || minutes > MOST_MINUTES) found.minutes = `Minutes: from 0 to ${MOST_MINUTES}.`;
    if ('trouble' in parts) found.parts = parts.trouble;
    if (draft.action.trim() === '') found.action = 'Say what is proposed.';
    setTrouble(found);
    if (Object.keys(found).length > 0 || 'trouble' in parts) return;
    const ok = record({
      kind: 'finding.noted',
      data: {
        what,
        coilId: draft.coilId,
        faceId: draft.faceId,
        row: draft.row,
        note: draft.note.trim(),
        action: draft.action.trim(),
        urgency: draft.urgency,
        minutes,
        parts: parts.parts,
        before: draft.before.trim(),
      },
    });
    if (ok) {
      drop();
      done();
    }
  };
  return (
    <View style={{ gap: space.m }} testID="note-finding-form">
      <OneOf
        label="Finding"
        options={FINDING_KINDS.map((id) => ({ value: id, label: FINDING_TABLE[id].name }))}
        value={what}
        onChange={choose}
      />
      {what && findingWords(what, who, team) ? <Banner tone="info">{findingWords(what, who, team)}</Banner> : null}
      {what ? (
        <>
          <Label>Where</Label>
          <OneOf
            label="Where"
            options={[{ value: '', label: 'The unit' }, ...allCoils.map((row) => ({ value: row.id, label: coilName(row) }))]}
            value={draft.coilId ?? ''}
            onChange={(id) => keep({ ...draft, coilId: id || null, faceId: null, row: null })}
          />
          {coil && coil.geometry.faces.length * coil.geometry.rows > 1 ? (
            <View style={{ gap: space.s }}>
              <GradeStrip
                faces={coil.geometry.faces}
                rows={coil.geometry.rows}
                grades={state.surveys[coil.id]?.value.grades ?? {}}
                picked={draft.faceId !== null && draft.row !== null ? { faceId: draft.faceId, row: draft.row } : null}
                onPick={({ faceId, row }) => keep({ ...draft, faceId, row })}
                cellHeight={52}
              />
              <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
                <View style={{ flex: 1 }}>
                  <Small testID="finding-place">
                    {draft.faceId === null ? 'All of it. Press the piece that it is on.' : findingPlace(draft, allCoils)}
                  </Small>
                </View>
                {draft.faceId === null ? null : <Companion title="All of it" onPress={() => keep({ ...draft, faceId: null, row: null })} />}
              </View>
            </View>
          ) : null}
          <Label>How soon</Label>
          <OneOf
            label="How soon"
            options={URGENCIES.map((value) => ({ value, label: URGENCY_NAMES[value] }))}
            value={draft.urgency}
            onChange={(urgency) => keep({ ...draft, urgency })}
          />
          <Field label="What was seen" value={draft.note} onChange={(note) => keep({ ...draft, note })} multiline testID="finding-note" />
          <Field
            label="What was read"
            value={draft.before}
            onChange={(before) => keep({ ...draft, before })}
            help="With its unit, such as 31 µF of 40 µF"
            testID="finding-before"
          />
          <Field label="Proposed action" value={draft.action} onChange={(action) => keep({ ...draft, action })} error={trouble.action} />
          <Field
            label="Parts, one a line"
            value={draft.parts}
            onChange={(parts) => keep({ ...draft, parts })}
            help="How many first where more than one: 2 locking port cap"
            multiline
            error={trouble.parts}
            testID="finding-parts"
          />
          <Field
            label="Hands-on minutes"
            value={draft.minutes}
            onChange={(minutes) => keep({ ...draft, minutes })}
            keyboard="number-pad"
            error={trouble.minutes}
            testID="finding-minutes"
          />
        </>
      ) : null}
      <View style={{ flexDirection: 'row', gap: space.s }}>
        <Companion title="Not now" onPress={done} />
        <Companion title="Keep the finding" onPress={save} disabled={!what} grow testID="finding-keep" />
      </View>
    </View>
  );
}
