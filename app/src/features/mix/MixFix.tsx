import type { ApplicatorRecord, CleanerRecord } from '@elm-mist/contract';
import { blankFix, fixOf, type FixDraft, type Fixed, type FixResult } from '@elm-mist/core/mix';
import { CoreError } from '@elm-mist/core/errors';
import { BAND_WORDS, dialWaterParts, strengthBand } from '@elm-mist/core/mix';
import { formatRatio, formatVolume, type UnitSystem } from '@elm-mist/core/units';
import { View } from 'react-native';
import { useDraft } from '@/data';
import { Banner, Body, Companion, Field, Gauge, Heading, Jug, Label, OneOf, Part, Row, Small, space } from '@/ui';

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
  applicator,
  cleaner,
  wanted,
  system,
  onDone,
}: {
  draftKey: string;
  applicator: ApplicatorRecord;
  cleaner: Pick<CleanerRecord, 'chart'>;
  /** At the coil, parts of water to one. */
  wanted: number;
  system: UnitSystem;
  /** Left out where nothing is recorded. */
  onDone?: (fixed: Fixed) => boolean;
}) {
  const [draft, keep, drop] = useDraft<FixDraft>(draftKey, () => blankFix);
  const answer = attempt(() =>
    fixOf(draft, { wanted, dial: applicator.dial, chart: cleaner.chart, capacityL: applicator.capacityL, system }),
  );
  const typed = draft.know === 'poured' ? [draft.concentrate, draft.water] : [draft.volume, draft.strength];
  const begun = typed.every((text) => text.trim() !== '');
  const errorOf = (field: keyof FixDraft) => (begun && 'field' in answer && answer.field === field ? answer.message : undefined);
  const set = (change: Partial<FixDraft>) => keep({ ...draft, ...change });
  const known = 'field' in answer && ['concentrate', 'water', 'volume', 'strength'].includes(answer.field);
  return (
    <Part title={<Heading>Fix what is in it</Heading>}>
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
          {...{ applicator, cleaner, system }}
          {...(onDone
            ? {
                onDone: (fixed) => {
                  // What was typed goes only once it has been taken.
                  const taken = onDone(fixed);
                  if (taken) {
                    keep(blankFix);
                    drop();
                  }
                  return taken;
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
  applicator,
  cleaner,
  system,
  onDone,
}: Pick<Parameters<typeof MixFix>[0], 'applicator' | 'cleaner' | 'system' | 'onDone'> & { result: FixResult }) {
  const { correction, concentrateL, waterL, isWaterParts, seesWaterParts, position, targetWaterParts } = result;
  return (
    <View style={{ gap: space.m }} testID="fix-answer">
      <View>
        {isWaterParts !== null ? <Row label="It is now" value={isWaterParts === 0 ? 'straight' : formatRatio(isWaterParts)} /> : null}
        {seesWaterParts !== null ? (
          <Row
            label={
              position ? `With the dial at ${position.mark} (${formatRatio(dialWaterParts(position))}) the coil sees` : 'On this label'
            }
            value={`${formatRatio(seesWaterParts)} · ${BAND_WORDS[strengthBand(seesWaterParts, cleaner.chart)]}`}
          />
        ) : null}
        <Row
          label={position ? 'The reservoir should be' : 'It should be'}
          value={targetWaterParts === 0 ? 'straight concentrate' : formatRatio(targetWaterParts)}
        />
      </View>
      {position && correction?.add !== 'nothing' ? <Body>No position of this dial makes it right as it is.</Body> : null}
      {correction === null ? (
        <Banner tone="stop">
          It cannot be made straight concentrate again. Take it back or use it up where the label allows, rinse, and start with straight
          concentrate.
        </Banner>
      ) : correction.add === 'nothing' ? (
        <Banner tone="done">
          {position ? `Right as it is, with the dial at ${position.mark}.` : 'It is right as it is. Nothing to add.'}
        </Banner>
      ) : (
        <>
          <Jug
            shape={applicator.kind}
            capacityL={applicator.capacityL}
            layers={[
              {
                what: 'mix',
                litres: concentrateL + waterL - correction.tipOutL,
                words: correction.tipOutL > 1e-9 ? '1  tip out down to' : 'in it now',
              },
              {
                what: correction.add,
                litres: correction.addL,
                words: `${correction.tipOutL > 1e-9 ? '2' : '1'}  add ${correction.add}, up to`,
              },
            ]}
            system={system}
            amounts={(layer) => <Gauge>{formatVolume(layer.litres, system)}</Gauge>}
          />
          <Body>
            {`${correction.tipOutL > 1e-9 ? `First take out ${formatVolume(correction.tipOutL, system)}, then add` : 'Add'} ${formatVolume(correction.addL, system)} ${correction.add}. Then it holds ${formatVolume(correction.totalL, system)}${position ? `; dial at ${position.mark}` : ''}.`}
          </Body>
          {correction.tipOutL > 1e-9 ? (
            <Small ink="inkSoft">Into a labelled bottle for another coil, or as the label says. Never into a storm drain.</Small>
          ) : null}
          <Label ink="brick">Gloves and goggles on before the cap is off.</Label>
          {onDone ? (
            <Companion
              title="Put right"
              onPress={() =>
                void onDone({
                  inIt: { concentrateL, waterL },
                  added: {
                    concentrateL: correction.add === 'concentrate' ? correction.addL : 0,
                    waterL: correction.add === 'water' ? correction.addL : 0,
                  },
                  dialParts: position ? dialWaterParts(position) : 0,
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
