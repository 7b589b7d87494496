import { yupResolver } from '@hookform/resolvers/yup';
import type { CoilRecord } from '@elm-mist/contract';
import {
  compareSplits,
  EDGES,
  formatClock,
  formatQuantity,
  powerClocks,
  rowName,
  showFigure,
  toSi,
  ungraded,
  withGrade,
  type FaceGrades,
  type FaceRow,
  type Grade,
  type VisitState,
} from '@elm-mist/core';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { View } from 'react-native';
import { object } from 'yup';
import { useDraft, useNow, useVisit } from '@/data';
import {
  Act,
  Banner,
  Body,
  Companion,
  Field,
  Figure,
  GradePicker,
  GradeStrip,
  Heading,
  Label,
  Part,
  Row,
  Sign,
  Small,
  space,
  Strong,
  Tabs,
  ThumbBar,
  Why,
} from '@/ui';
import { typedFigure } from '../shared/figures';
import { FormField } from '../shared/formField';
import { ROLE_NAMES } from '../shared/words';
import { PhotoPart } from '../photos/PhotoPart';
import { goTo, NotYet, VisitScreen } from '../visit/VisitScreen';

const lastReading = (state: VisitState, when: 'before' | 'after') =>
  state.readings.filter((reading) => reading.value.when === when).at(-1)?.value;

export function CheckBead() {
  const { state, coils, detail } = useVisit();
  const washed = coils.filter((coil) => state.plans[coil.id]?.value.verdict === 'wash');
  const [coilId, setCoilId] = useState(washed.find((coil) => !state.checks[coil.id])?.id ?? washed[0]?.id ?? '');
  const coil = washed.find((row) => row.id === coilId) ?? washed[0];
  if (!coil) {
    return (
      <VisitScreen
        bead="check"
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
  const { state, record, detail, done, house } = useVisit();
  // Read anew, on this phone or another, the fields begin with what stands now.
  const reading = state.readings.filter((row) => row.value.when === 'after').at(-1);
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
  const before = state.surveys[coil.id]?.value.grades ?? {};
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
      bead="check"
      page={coil.id}
      under={ROLE_NAMES[coil.role]}
      foot={
        <ThumbBar>
          <Companion title="Wash" onPress={() => goTo(detail.visit.id, 'wash')} />
          <Act
            title={closed ? 'Go on' : next ? `Keep: ${ROLE_NAMES[next.role].toLowerCase()} next` : 'Keep: go to Close'}
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
          label: ROLE_NAMES[row.role],
          ...(state.checks[row.id] ? { mark: <Sign name="check" size={16} ink="elm" /> } : {}),
        }))}
      />
      {older ? (
        <Banner tone="wait" right={<Companion title="Take mine back" onPress={() => keep(older)} />}>
          This coil was checked anew since you began here: that is shown. What you had begun is kept.
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
          <GradePicker value={draft.grades[cell.faceId]?.[cell.row] ?? undefined} onPick={grade} />
        </Part>
      ) : null}
      <PhotoPart coilId={coil.id} when="after" />
      <SplitPart key={`${house.units} ${reading?.eventId ?? ''}`} />
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

interface SplitForm {
  returnAir: string;
  supplyAir: string;
  outdoor: string;
}

/** Readings after, and what they say beside those before. */
function SplitPart() {
  const { state, house, record } = useVisit();
  const { units } = house;
  const before = lastReading(state, 'before');
  const after = lastReading(state, 'after');
  const schema = object({
    returnAir: typedFigure('Return air', 'temperature', units, -10, 60),
    supplyAir: typedFigure('Supply air', 'temperature', units, -10, 60),
    outdoor: typedFigure('Outdoor air', 'temperature', units, -40, 70, true),
  });
  const { control, handleSubmit } = useForm<SplitForm>({
    resolver: yupResolver(schema),
    defaultValues: {
      returnAir: showFigure('temperature', after?.returnC, units),
      supplyAir: showFigure('temperature', after?.supplyC, units),
      outdoor: showFigure('temperature', after?.outdoorC, units),
    },
  });
  const keep = handleSubmit((values) =>
    record({
      kind: 'reading.taken',
      data: {
        when: 'after',
        returnC: toSi('temperature', values.returnAir, units),
        supplyC: toSi('temperature', values.supplyAir, units),
        outdoorC: values.outdoor.trim() === '' ? null : toSi('temperature', values.outdoor, units),
      },
    }),
  );
  const compared = before && after ? compareSplits(before, after) : null;
  const { steadyAtMs } = powerClocks(state.powerUp);
  const now = useNow(steadyAtMs !== null && state.closed === null);
  const toSteadyS = steadyAtMs === null || state.closed ? 0 : Math.max(0, Math.round((steadyAtMs - now) / 1000));
  const show = (kelvins: number) => formatQuantity({ kind: 'temperatureDifference', kelvins }, units);
  return (
    <Part title={<Heading>Temperature split, indoor coil</Heading>}>
      {compared ? (
        <View>
          <Row label="Before" value={show(compared.beforeK)} />
          <Row label="After" value={show(compared.afterK)} />
          <Row label="Change">
            <Why because={compared.because}>
              <Strong>{`${compared.changeK >= 0 ? '+' : ''}${show(compared.changeK)}`}</Strong>
            </Why>
          </Row>
          {compared.comparable ? null : <Banner tone="wait">Outdoor air differed or was not noted: these two cannot be compared.</Banner>}
        </View>
      ) : (
        <Body ink="inkSoft">
          {before
            ? `Before: ${show(before.returnC - before.supplyC)}. Power back, steady for 15 min, then read again.`
            : 'Not measured before, so there is nothing to compare. It can still be noted.'}
        </Body>
      )}
      {state.closed ? (
        after ? (
          <Figure>{`${showFigure('temperature', after.returnC, units)} in, ${showFigure('temperature', after.supplyC, units)} out`}</Figure>
        ) : null
      ) : (
        <View style={{ gap: space.s }}>
          {toSteadyS > 0 ? <Banner tone="wait">{`Not steady yet: readings count in ${formatClock(toSteadyS)}.`}</Banner> : null}
          <View style={{ flexDirection: 'row', gap: space.m, flexWrap: 'wrap' }}>
            <FormField
              control={control}
              name="returnAir"
              label="Return"
              unit={EDGES.temperature.unit[units]}
              keyboard="numbers-and-punctuation"
              grow
              testID="after-return"
            />
            <FormField
              control={control}
              name="supplyAir"
              label="Supply"
              unit={EDGES.temperature.unit[units]}
              keyboard="numbers-and-punctuation"
              grow
              testID="after-supply"
            />
            <FormField
              control={control}
              name="outdoor"
              label="Outdoor"
              unit={EDGES.temperature.unit[units]}
              keyboard="numbers-and-punctuation"
              grow
              testID="after-outdoor"
            />
          </View>
          <Companion title="Keep the readings" onPress={() => void keep()} testID="keep-readings" />
        </View>
      )}
    </Part>
  );
}
