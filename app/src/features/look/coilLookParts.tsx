import { useVisit } from '@/data';
import { AnyOf, Body, Companion, Field, Heading, Label, LinkRow, OneOf, Part, Small, Tick } from '@/ui';
import type { CoilRecord } from '@elm-mist/contract';
import { CONSTRUCTION_TABLE } from '@elm-mist/core/equipment';
import { type CoilSurvey, SOIL_TABLE, soilsFor } from '@elm-mist/core/survey';
import { useState } from 'react';

/** What is on the coil, and what harmed it. */
export function SoilAndState({ coil, survey, set }: { coil: CoilRecord; survey: CoilSurvey; set: (change: Partial<CoilSurvey>) => void }) {
  const soils = soilsFor(coil.role);
  return (
    <>
      <Part title={<Heading>What is on it</Heading>}>
        <AnyOf
          label="Soil"
          options={soils.map((soil) => ({ value: soil, label: SOIL_TABLE[soil].name }))}
          value={survey.soils}
          onChange={(value) => set({ soils: value })}
        />
      </Part>
      <Part title={<Heading>State of the coil</Heading>}>
        <Label>Corrosion</Label>
        <OneOf
          label="Corrosion"
          options={[
            { value: 'none' as const, label: 'None' },
            { value: 'some' as const, label: 'Some' },
            { value: 'severe' as const, label: 'Fins crumble' },
          ]}
          value={survey.corrosion}
          onChange={(corrosion) => set({ corrosion })}
        />
        <Tick label="Oil stain, it may leak" value={survey.leakSuspected} onChange={(leakSuspected) => set({ leakSuspected })} danger />
        <Tick label="Ice on the coil" value={survey.iced} onChange={(iced) => set({ iced })} danger />
        {coil.geometry.rows > 1 ? (
          <Tick
            label="A mat can be seen between the rows"
            value={survey.matBetweenRows}
            onChange={(matBetweenRows) => set({ matBetweenRows })}
          />
        ) : null}
        <Tick
          label="Weak cooling or long runs were complained of"
          help="A face that passes the eye can still be blocked inside"
          value={survey.coolingSymptom}
          onChange={(coolingSymptom) => set({ coolingSymptom })}
        />
        <Field label="Note" value={survey.note} onChange={(note) => set({ note })} multiline />
      </Part>
    </>
  );
}

/** Leaves a coil out of the visit, with the reason. */
export function LeaveOut({ coil, done, go }: { coil: CoilRecord; done: () => void; go: () => void }) {
  const { record } = useVisit();
  const [reason, setReason] = useState('');
  const putAside = () => {
    if (reason.trim() !== '' && record({ kind: 'coil.skipped', data: { coilId: coil.id, reason: reason.trim() } })) {
      done();
      go();
    }
  };
  return (
    <Part first title={<Heading>Leave this coil for another day</Heading>}>
      <Field label="Why" value={reason} onChange={setReason} help="It stands in the record" />
      <Companion title="Leave it out of this visit" onPress={() => putAside()} disabled={reason.trim() === ''} />
    </Part>
  );
}

export function HowBuilt({ coil }: { coil: CoilRecord }) {
  return (
    <Part title={<Heading>How it is built</Heading>}>
      <Body>{`${CONSTRUCTION_TABLE[coil.construction].name}: ${CONSTRUCTION_TABLE[coil.construction].howToKnow.toLowerCase()}.`}</Body>
      <Small ink="inkSoft">{CONSTRUCTION_TABLE[coil.construction].handling}</Small>
      <LinkRow title="It is built otherwise" under="What you have graded stays" href={`/systems/${coil.systemId}/coil?coilId=${coil.id}`} />
    </Part>
  );
}
