import type { CoilRecord } from '@elm-mist/contract';
import { coilName } from '@elm-mist/core/equipment';
import { foundGrades } from '@elm-mist/core/run';
import { rowName, ungraded, withGrade, type FaceGrades, type FaceRow, type Grade, worstOf } from '@elm-mist/core/survey';
import { useState } from 'react';
import { useDraft, useVisit } from '@/data';
import { Act, Banner, Companion, Field, GradePicker, GradeStrip, Heading, Label, Part, Sign, Small, Tabs, ThumbBar } from '@/ui';
import { ReadingsCard } from '../readings/ReadingsCard';
import { LightCard } from '../light/LightCard';
import { PhotoPart } from '../photos/PhotoPart';
import { goTo, NotYet, VisitScreen } from '../visit/VisitScreen';

export function CheckScreen() {
  const { state, coils, detail } = useVisit();
  const washed = coils.filter((coil) => state.plans[coil.id]?.value.verdict === 'wash');
  const [coilId, setCoilId] = useState(washed.find((coil) => !state.checks[coil.id])?.id ?? washed[0]?.id ?? '');
  const coil = washed.find((row) => row.id === coilId) ?? washed[0];
  if (!coil) {
    return (
      <VisitScreen
        visitStep="check"
        foot={
          <ThumbBar>
            <Act title="Go to Close" onPress={() => goTo(detail.visit.id, 'close')} />
          </ThumbBar>
        }
      >
        <NotYet>Nothing was planned to be washed, so there is nothing to check.</NotYet>
      </VisitScreen>
    );
  }
  return <CheckCoil key={coil.id} coil={coil} coils={washed} pick={setCoilId} />;
}

function CheckCoil({ coil, coils, pick }: { coil: CoilRecord; coils: readonly CoilRecord[]; pick: (id: string) => void }) {
  const { state, record, detail, done } = useVisit();
  const rows = coil.geometry.rows;
  const everywhere = (grade: Grade): FaceGrades =>
    Object.fromEntries(coil.geometry.faces.map((face) => [face.id, Array<Grade>(rows).fill(grade)]));
  const checked = state.checks[coil.id];
  const [draft, keep, drop, older] = useDraft(
    `check.${detail.visit.id}.${coil.id}`,
    () => ({ grades: checked?.value.gradesAfter ?? {}, note: checked?.value.note ?? '' }),
    checked?.eventId ?? '',
  );
  const [cell, setCell] = useState<FaceRow | null>(coil.geometry.faces[0] ? { faceId: coil.geometry.faces[0].id, row: 0 } : null);
  const [asked, setAsked] = useState(false);
  const closed = state.closed !== null;
  const before = foundGrades(state, coil.id);
  const missing = ungraded(
    draft.grades,
    coil.geometry.faces.map((face) => face.id),
    rows,
  );
  const cellName = ({ faceId, row }: FaceRow) =>
    [coil.geometry.faces.find((each) => each.id === faceId)?.name ?? faceId, rowName(rows, row)].filter(Boolean).join(', ');
  const grade = (value: Grade) => {
    if (!cell) return;
    keep({ ...draft, grades: withGrade(draft.grades, cell, value) });
  };
  const next = coils.find((row) => row !== coil && !state.checks[row.id]);
  const save = () => {
    if (missing.length > 0) {
      setAsked(true);
      return;
    }
    if (record({ kind: 'coil.checked', data: { coilId: coil.id, gradesAfter: draft.grades, note: draft.note } })) {
      drop();
      if (next) pick(next.id);
      else goTo(detail.visit.id, 'close');
    }
  };
  const face = coil.geometry.faces.find((row) => row.id === cell?.faceId);
  return (
    <VisitScreen
      visitStep="check"
      page={coil.id}
      under={coilName(coil)}
      foot={
        <ThumbBar>
          <Companion title="Wash" onPress={() => goTo(detail.visit.id, 'wash')} />
          <Act
            title={closed ? 'Go on' : next ? `Keep: ${coilName(next).toLowerCase()} next` : 'Keep: go to Close'}
            onPress={() => (closed ? goTo(detail.visit.id, 'close') : save())}
            testID="check-keep"
          />
        </ThumbBar>
      }
    >
      <Tabs
        label="Coils"
        value={coil.id}
        onChange={pick}
        options={coils.map((row) => ({
          value: row.id,
          label: coilName(row),
          ...(state.checks[row.id] ? { mark: <Sign name="check" size={16} ink="elm" /> } : {}),
        }))}
      />
      {older ? (
        <Banner tone="wait" right={<Companion title="Take mine back" onPress={() => keep(older)} />}>
          This coil was checked again since you began here: that is shown. What you had begun is kept.
        </Banner>
      ) : null}
      {!done.wash ? <Banner tone="wait">Not every section has been found clear. What you see can still be noted.</Banner> : null}
      <Part first title={<Heading>Light test, same torch, same spot</Heading>}>
        <Label ink="inkSoft">as found</Label>
        <GradeStrip faces={coil.geometry.faces} rows={rows} grades={before} cellHeight={44} />
        <Label ink="inkSoft">as left</Label>
        <GradeStrip
          faces={coil.geometry.faces}
          rows={rows}
          grades={draft.grades}
          caption={false}
          picked={cell}
          {...(closed ? {} : { onPick: setCell })}
          cellHeight={56}
        />
        {closed ? null : (
          <Companion title="Clear everywhere" onPress={() => keep({ ...draft, grades: everywhere(0) })} testID="clear-everywhere" />
        )}
        {asked && missing.length > 0 ? <Banner tone="stop">{`Grade as left: ${missing.map(cellName).join('; ')}.`}</Banner> : null}
      </Part>
      {cell && face && !closed ? (
        <Part title={<Label>{cellName(cell)}</Label>}>
          <GradePicker of={cellName(cell)} value={draft.grades[cell.faceId]?.[cell.row] ?? undefined} onPick={grade} />
        </Part>
      ) : null}
      <PhotoPart coilId={coil.id} when="after" />
      <LightCard coilId={coil.id} own={missing.length > 0 ? null : worstOf(draft.grades)} />
      <ReadingsCard />
      <Part title={<Heading>Note</Heading>}>
        <Field label="What stayed, what was found" value={draft.note} onChange={(note) => keep({ ...draft, note })} multiline />
        <Small ink="inkSoft">
          Cleaning is no cure for an undersized unit, a wrong charge, air in the circuit, a restriction or a duct. Adjusting charge is
          licensed work.
        </Small>
      </Part>
    </VisitScreen>
  );
}
