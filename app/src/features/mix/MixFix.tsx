import type { ApplicatorRecord, CleanerRecord } from '@elm-mist/contract';
import { BAND_WORDS, CoreError, formatRatio, formatVolume, strengthBand, type UnitSystem } from '@elm-mist/core';
import { View } from 'react-native';
import { useDraft } from '@/data';
import { Banner, Body, Companion, Field, Gauge, Heading, Jug, Label, OneOf, Part, Row, Small, space, type JugLayer } from '@/ui';
import { blankFix, fixOf, type FixDraft, type FixResult } from './fix';

function attempt(work: () => FixResult): { result: FixResult } | { field: string; message: string } {
  try {
    return { result: work() };
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    return { field: error.field, message: error.message };
  }
}

/** A mix that came out wrong, or was poured differently: what it is, what the coil sees, what puts it right. */
export function MixFix({
  draftKey,
  container,
  cleaner,
  targetWaterParts,
  dialParts,
  system,
  onDone,
}: {
  draftKey: string;
  container: ApplicatorRecord;
  cleaner: Pick<CleanerRecord, 'chart'>;
  targetWaterParts: number;
  dialParts: number;
  system: UnitSystem;
  /** Left out where nothing is recorded. */
  onDone?: (added: { concentrateL: number; waterL: number }) => void;
}) {
  const [draft, keep, drop] = useDraft<FixDraft>(draftKey, () => blankFix);
  const answer = attempt(() => fixOf(draft, targetWaterParts, dialParts, container.capacityL, system));
  const typed = draft.know === 'poured' ? [draft.concentrate, draft.water] : [draft.volume, draft.strength];
  const begun = typed.every((text) => text.trim() !== '');
  const errorOf = (field: keyof FixDraft) => (begun && 'field' in answer && answer.field === field ? answer.message : undefined);
  const set = (change: Partial<FixDraft>) => keep({ ...draft, ...change });
  const known = 'field' in answer && ['concentrate', 'water', 'volume', 'strength'].includes(answer.field);
  return (
    <Part title={<Heading>Fix what is in the container</Heading>}>
      <OneOf
        label="What is known"
        options={[
          { value: 'poured' as const, label: 'What went in' },
          { value: 'strength' as const, label: 'How strong it is' },
        ]}
        value={draft.know}
        onChange={(know) => set({ know })}
      />
      {draft.know === 'poured' ? (
        <View style={{ flexDirection: 'row', gap: space.m, flexWrap: 'wrap' }}>
          <Field
            label="Concentrate in"
            value={draft.concentrate}
            onChange={(concentrate) => set({ concentrate })}
            error={errorOf('concentrate')}
            help="0 for none yet"
            grow
            testID="fix-concentrate"
          />
          <Field
            label="Water in"
            value={draft.water}
            onChange={(water) => set({ water })}
            error={errorOf('water')}
            help="0 for none yet"
            grow
            testID="fix-water"
          />
        </View>
      ) : (
        <View style={{ flexDirection: 'row', gap: space.m, flexWrap: 'wrap' }}>
          <Field
            label="In it now"
            value={draft.volume}
            onChange={(volume) => set({ volume })}
            error={errorOf('volume')}
            grow
            testID="fix-volume"
          />
          <Field
            label="It is"
            value={draft.strength}
            onChange={(strength) => set({ strength })}
            error={errorOf('strength')}
            help="10:1, 1 in 11, 9 %"
            grow
            testID="fix-strength"
          />
        </View>
      )}
      {'result' in answer ? (
        <Answer
          result={answer.result}
          {...{ container, cleaner, targetWaterParts, dialParts, system }}
          {...(onDone
            ? {
                onDone: (added) => {
                  keep(blankFix);
                  drop();
                  onDone(added);
                },
              }
            : {})}
        />
      ) : begun && !known ? (
        <Banner tone="stop">{answer.message}</Banner>
      ) : (
        <Small ink="inkSoft">{`Amounts like 6 fl oz, 1 gal, 2 cups, 500 mL. A bare number is in ${system === 'us' ? 'fl oz' : 'mL'}.`}</Small>
      )}
    </Part>
  );
}

function Answer({
  result,
  container,
  cleaner,
  targetWaterParts,
  dialParts,
  system,
  onDone,
}: Pick<Parameters<typeof MixFix>[0], 'container' | 'cleaner' | 'targetWaterParts' | 'dialParts' | 'system' | 'onDone'> & {
  result: FixResult;
}) {
  const { correction, concentrateL, waterL, isWaterParts, seesWaterParts } = result;
  const totalL = concentrateL + waterL;
  const keptL = totalL - correction.tipOutL;
  const right = correction.add === 'nothing';
  const layers: JugLayer[] = [
    { what: 'mix', litres: keptL, words: correction.tipOutL > 1e-9 ? '1  tip out down to' : 'in it now' },
    ...(right || correction.add === 'nothing'
      ? []
      : [
          {
            what: correction.add,
            litres: correction.addL,
            words: `${correction.tipOutL > 1e-9 ? '2' : '1'}  add ${correction.add}, up to`,
          } satisfies JugLayer,
        ]),
  ];
  return (
    <View style={{ gap: space.m }} testID="fix-answer">
      <View>
        {isWaterParts !== null ? <Row label="It is now" value={formatRatio(isWaterParts)} /> : null}
        {seesWaterParts !== null && dialParts > 0 ? (
          <Row
            label={`Through ${formatRatio(dialParts)} the coil sees`}
            value={`${formatRatio(seesWaterParts)} · ${BAND_WORDS[strengthBand(seesWaterParts, cleaner.chart)]}`}
          />
        ) : seesWaterParts !== null ? (
          <Row label="On this label" value={BAND_WORDS[strengthBand(seesWaterParts, cleaner.chart)]} />
        ) : null}
        <Row label="It should be" value={targetWaterParts === 0 ? 'straight concentrate' : formatRatio(targetWaterParts)} />
      </View>
      {right ? (
        <Banner tone="done">It is right as it is. Nothing to add.</Banner>
      ) : (
        <>
          <Jug
            shape={container.kind}
            capacityL={container.capacityL}
            layers={layers}
            system={system}
            amounts={(layer) => <Gauge>{formatVolume(layer.litres, system)}</Gauge>}
          />
          <Body>
            {correction.tipOutL > 1e-9
              ? `First tip out ${formatVolume(correction.tipOutL, system)}, where the label allows it, then add ${formatVolume(correction.addL, system)} ${correction.add}.`
              : `Add ${formatVolume(correction.addL, system)} ${correction.add}. Then it holds ${formatVolume(correction.totalL, system)}.`}
          </Body>
          <Label ink="brick">Gloves and goggles on before the cap is off.</Label>
          {onDone ? (
            <Companion
              title="Put right"
              onPress={() =>
                onDone({
                  concentrateL: correction.add === 'concentrate' ? correction.addL : 0,
                  waterL: correction.add === 'water' ? correction.addL : 0,
                })
              }
              testID="fix-done"
            />
          ) : null}
        </>
      )}
    </View>
  );
}
