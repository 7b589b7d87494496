import { coilName } from '@elm-mist/core/equipment';
import { CoreError } from '@elm-mist/core/errors';
import { batchFor, usualMeasure, waterMeasure, formatMeasured } from '@elm-mist/core/mix';
import { formatRatio, formatVolume } from '@elm-mist/core/units';
import { useQuery } from '@tanstack/react-query';
import { View } from 'react-native';
import { today, dayQuery, shelfQuery, useDraft, useHouseRules } from '@/data';
import { AnyOf, Banner, Body, Empty, Gauge, Jug, Label, OneOf, Part, Row, Small, space, Waiting } from '@/ui';

interface Draft {
  coilIds: string[];
  applicatorId: string;
}

/** One batch for the coils of the day that take the same mix: how much, in how many fillings, what is left over. */
export function BatchBench() {
  const { units } = useHouseRules();
  const day = today();
  const answer = useQuery(dayQuery(day));
  const { data: shelf } = useQuery(shelfQuery);
  const [draft, keep] = useDraft<Draft>('bench.batch', () => ({ coilIds: [], applicatorId: 'pump-sprayer' }));
  if (!answer.data || !shelf) return <Waiting what="the day" lines={4} />;
  const coils = answer.data.visits.flatMap(({ visit, place, needs }) =>
    visit.standing === 'closed'
      ? []
      : needs.flatMap((need) =>
          need.solutionL !== null && need.waterParts !== null && need.waterParts > 0
            ? [{ ...need, litres: need.solutionL, ratio: need.waterParts, label: `${place.name}, ${coilName(need).toLowerCase()}` }]
            : [],
        ),
  );
  if (coils.length === 0)
    return (
      <Empty title="Nothing to mix today">
        The coils of today’s visits stand here once their plans, or their last visits, call for a mix.
      </Empty>
    );
  const chosen = coils.filter((coil) => draft.coilIds.includes(coil.coilId));
  const first = chosen[0];
  const same = chosen.every((coil) => coil.cleanerId === first?.cleanerId && coil.ratio === first?.ratio);
  const applicator = shelf.applicators.find((row) => row.id === draft.applicatorId) ?? shelf.applicators[0];
  const waterFirst = shelf.cleaners.find((cleaner) => cleaner.id === first?.cleanerId)?.waterFirst ?? true;
  let trouble = '';
  let batch: ReturnType<typeof batchFor> | null = null;
  if (first && same && applicator) {
    try {
      const total = Math.min(
        applicator.capacityL,
        chosen.reduce((sum, coil) => sum + coil.litres, 0),
      );
      const waterIn = waterMeasure((total * first.ratio) / (first.ratio + 1), units);
      batch = batchFor({
        litres: chosen.map((coil) => coil.litres),
        waterParts: first.ratio,
        system: units,
        capacityL: applicator.capacityL,
        waterIn,
      });
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      trouble = error.message;
    }
  }
  return (
    <View style={{ gap: space.m, maxWidth: 620 }} testID="batch">
      <Body ink="inkSoft">
        One batch for the coils of today that take the same mix. From their plans, or from what the last visit found.
      </Body>
      <AnyOf
        label="Coils of today"
        options={coils.map((coil) => ({ value: coil.coilId, label: coil.label }))}
        value={draft.coilIds}
        onChange={(coilIds) => keep({ ...draft, coilIds })}
      />
      <View>
        {chosen.map((coil) => (
          <Row
            key={coil.coilId}
            label={`${coil.label}: ${coil.cleanerName ?? ''} ${formatRatio(coil.ratio)}`}
            value={formatVolume(coil.litres, units)}
          />
        ))}
      </View>
      {!same ? <Banner tone="stop">These take different mixes: one batch cannot do for both.</Banner> : null}
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      <Part first title={<Label>Applicator</Label>}>
        <OneOf
          label="Applicator"
          options={shelf.applicators.map((row) => ({ value: row.id, label: row.name }))}
          value={applicator?.id ?? null}
          onChange={(applicatorId) => keep({ ...draft, applicatorId })}
        />
      </Part>
      {batch && applicator ? (
        <View style={{ gap: space.m }} testID="batch-result">
          <Jug
            shape={applicator.kind}
            capacityL={applicator.capacityL}
            layers={
              waterFirst
                ? [
                    { what: 'water', litres: batch.pour.waterL, words: '1  water first, up to' },
                    { what: 'concentrate', litres: batch.pour.concentrateL, words: '2  concentrate, up to' },
                  ]
                : [
                    { what: 'concentrate', litres: batch.pour.concentrateL, words: '1  concentrate first, up to' },
                    { what: 'water', litres: batch.pour.waterL, words: '2  water, up to' },
                  ]
            }
            system={units}
            amounts={(layer) => (
              <Gauge>
                {formatMeasured(layer.litres, layer.what === 'water' ? waterMeasure(layer.litres, units) : usualMeasure(units))}
              </Gauge>
            )}
          />
          <View>
            <Row label="Fillings" value={String(batch.fillings)} />
            <Row label="Left over" value={formatVolume(batch.leftoverL, units)} />
            {chosen.length > 1 ? (
              <Row label="Left over if each were mixed alone" value={formatVolume(batch.apartLeftoverL, units)} />
            ) : null}
          </View>
          <Small ink="inkSoft">A bottle mixed ahead gets a label: product, ratio, date. Some labels forbid keeping a made mix.</Small>
        </View>
      ) : first ? null : (
        <Small ink="inkSoft">Choose one coil or more.</Small>
      )}
    </View>
  );
}
