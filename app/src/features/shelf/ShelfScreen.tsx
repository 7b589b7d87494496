import {
  CHEMISTRY_NAMES,
  CONSTRUCTION_TABLE,
  CONSTRUCTIONS,
  formatDuration,
  formatRatio,
  formatVolume,
  type Cleaner,
} from '@elm-mist/core';
import type { CleanerRecord } from '@elm-mist/contract';
import { useQuery } from '@tanstack/react-query';
import { View } from 'react-native';
import { shelfQuery, useHouseRules } from '@/data';
import { Banner, Empty, Heading, Part, Row, Screen, ScreenHead, Small, Trouble, Waiting } from '@/ui';

const chartLine = (cleaner: Cleaner): string =>
  cleaner.form !== 'concentrate'
    ? `${cleaner.form}, used as it comes`
    : [cleaner.chart.light, cleaner.chart.medium, cleaner.chart.heavy]
        .map((figure) => (figure === null ? 'none' : formatRatio(figure)))
        .join(' · ');

const allowedLine = (cleaner: CleanerRecord): string =>
  cleaner.allowedConstructions.length === CONSTRUCTIONS.length
    ? 'any construction'
    : cleaner.allowedConstructions.map((id) => CONSTRUCTION_TABLE[id].name.toLowerCase()).join('; ');

/** What is on the shelf, as the labels say it. */
export function ShelfScreen() {
  const answer = useQuery(shelfQuery);
  const { units } = useHouseRules();
  return (
    <Screen head={<ScreenHead title="Shelf" under="Cleaners as their labels say, and what they go on with" />} testID="shelf">
      {answer.isError && answer.data ? <Banner tone="wait">The server is away. This is what it said last.</Banner> : null}
      {!answer.data ? (
        answer.isError ? (
          <Trouble what="The shelf could not be read" kept="Nothing was lost." retry={() => void answer.refetch()} />
        ) : (
          <Waiting what="the shelf" lines={8} />
        )
      ) : null}
      {answer.data?.cleaners.length === 0 ? <Empty title="The shelf is empty">Without a cleaner every plan is water only.</Empty> : null}
      {answer.data?.cleaners.map((cleaner, index) => (
        <Part key={cleaner.id} first={index === 0} title={<Heading>{cleaner.name}</Heading>}>
          <Small ink="inkSoft">{`${CHEMISTRY_NAMES[cleaner.chemistry]} · ${[cleaner.outdoor ? 'outdoor' : '', cleaner.indoor ? 'indoor' : ''].filter(Boolean).join(' and ')} · ${formatVolume(cleaner.packL, units)} at $${cleaner.packPrice.toFixed(2)}`}</Small>
          <View>
            <Row label="Light · medium · heavy" value={chartLine(cleaner)} />
            <Row label="Dwell" value={`${formatDuration(cleaner.dwellMinS)} to ${formatDuration(cleaner.dwellMaxS)}`} />
            <Row label="Allowed on" value={allowedLine(cleaner)} />
            <Row label="Rinse" value={cleaner.rinseNeeded ? 'needed' : 'condensate may do it'} />
          </View>
          {cleaner.hazardWords ? <Small ink="brick">{cleaner.hazardWords}</Small> : null}
        </Part>
      ))}
      {answer.data && answer.data.applicators.length > 0 ? (
        <Part title={<Heading>Containers</Heading>}>
          <View>
            {answer.data.applicators.map((row) => (
              <Row
                key={row.id}
                label={row.name}
                value={row.dial.length > 0 ? `dial ${row.dial.map((d) => formatRatio(d)).join(', ')}` : formatVolume(row.capacityL, units)}
              />
            ))}
          </View>
        </Part>
      ) : null}
    </Screen>
  );
}
