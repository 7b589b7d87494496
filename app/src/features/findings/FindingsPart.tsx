import { FINDING_KINDS, FINDING_TABLE, findingWords, type FindingKind } from '@elm-mist/core';
import { useState } from 'react';
import { View } from 'react-native';
import { useDraft, useVisit } from '@/data';
import { Banner, Body, Companion, Field, Heading, OneOf, Part, Small, space, Strong } from '@/ui';
import { PhotoPart } from '../photos/PhotoPart';
import { shortDay } from '../shared/words';

interface FindingDraft {
  what: FindingKind | null;
  note: string;
  action: string;
}

const blank: FindingDraft = { what: null, note: '', action: '' };

/** Findings that are not soil: those still open from before, those of today, and a way to note one. */
export function FindingsPart({ coilId }: { coilId: string | null }) {
  const { state, detail, record, who, team } = useVisit();
  const [open, setOpen] = useState(false);
  const [draft, keep, drop] = useDraft<FindingDraft>(`finding.${detail.visit.id}.${coilId ?? 'unit'}`, () => blank);
  const before = detail.known.openFindings.filter((finding) => !state.findingsClosed.includes(finding.findingId));
  const today = state.findings.filter((finding) => finding.closedAt === null);
  const closed = state.closed !== null;
  const save = () => {
    if (!draft.what) return;
    const action = draft.action.trim() || FINDING_TABLE[draft.what].action;
    if (record({ kind: 'finding.noted', data: { what: draft.what, coilId, note: draft.note.trim(), action } })) {
      keep(blank);
      drop();
      setOpen(false);
    }
  };
  const close = (findingId: string) => record({ kind: 'finding.closed', data: { findingId, note: '' } });
  const rows = [
    ...before.map((finding) => ({
      id: finding.findingId,
      what: finding.what,
      coilId: finding.coilId,
      note: finding.note,
      action: finding.action,
      since: `since ${shortDay(finding.day)}`,
    })),
    ...today.map((finding) => ({ id: finding.eventId, ...finding.value, since: 'today' })),
  ];
  return (
    <Part title={<Heading>Findings that are not soil</Heading>}>
      {rows.map((row) => (
        <View key={row.id} style={{ gap: space.s }}>
          <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
            <View style={{ flex: 1 }}>
              <Strong>{`${FINDING_TABLE[row.what].name}, ${row.since}`}</Strong>
              <Small ink="inkSoft">{`${row.action}${row.note ? `. ${row.note}` : ''}`}</Small>
              {findingWords(row.what, who, team) ? <Small>{findingWords(row.what, who, team)}</Small> : null}
            </View>
            {closed ? null : <Companion title="Closed" onPress={() => void close(row.id)} />}
          </View>
          {row.since === 'today' ? <PhotoPart coilId={row.coilId} when="before" findingId={row.id} /> : null}
        </View>
      ))}
      {rows.length === 0 && !open ? (
        <Body ink="inkSoft">None open. Record and quote; never fix in passing without the licence for it.</Body>
      ) : null}
      {open ? (
        <View style={{ gap: space.s }}>
          <OneOf
            label="Finding"
            options={FINDING_KINDS.map((id) => ({ value: id, label: FINDING_TABLE[id].name }))}
            value={draft.what}
            onChange={(what) => keep({ ...draft, what, action: FINDING_TABLE[what].action })}
          />
          {draft.what && findingWords(draft.what, who, team) ? <Banner tone="info">{findingWords(draft.what, who, team)}</Banner> : null}
          <Field label="Proposed action" value={draft.action} onChange={(action) => keep({ ...draft, action })} />
          <Field label="What was seen" value={draft.note} onChange={(note) => keep({ ...draft, note })} multiline />
          <Companion title="Keep the finding" onPress={() => save()} disabled={!draft.what} />
        </View>
      ) : closed ? null : (
        <Companion title="Note a finding" onPress={() => setOpen(true)} />
      )}
    </Part>
  );
}
