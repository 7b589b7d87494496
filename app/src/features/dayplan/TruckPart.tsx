import type { TodayVisit } from '@elm-mist/contract';
import { FILTER_WHY_WORDS, truckList } from '@elm-mist/core/truck';
import { formatVolume } from '@elm-mist/core/units';
import { useQuery } from '@tanstack/react-query';
import { shelfQuery, useHouseRules } from '@/data';
import { Body, Heading, Part, Row, Small, Strong } from '@/ui';

/** What goes on the truck for the day, and what is worth mixing in the morning. */
export function TruckPart({ day, visits }: { day: string; visits: readonly TodayVisit[] }) {
  const { units } = useHouseRules();
  const shelf = useQuery(shelfQuery).data;
  const left = visits.filter(({ visit }) => visit.standing !== 'closed' && visit.standing !== 'cancelled');
  if (left.length === 0) return null;
  const { cleaners, batches, mixWaterL, parts, small, filters, unknown } = truckList(left, shelf?.stock ?? [], day);
  return (
    <Part title={<Heading>On the truck</Heading>} testID="truck-list">
      {cleaners.length + parts.length + small.length + filters.length === 0 ? (
        <Body ink="inkSoft">Nothing is known yet of what these visits take.</Body>
      ) : null}
      {cleaners.map(({ cleanerId, name, litres, cans, onShelfL, shortL }) => (
        <Row key={cleanerId} label={name}>
          <Strong ink={shelf && shortL > 0 ? 'brick' : 'ink'}>
            {`${cans === null ? formatVolume(litres, units) : `${cans} ${cans === 1 ? 'can' : 'cans'}`}${shelf ? (shortL > 0 ? `: ${formatVolume(shortL, units)} missing` : `, of ${formatVolume(onShelfL, units)} on the shelf`) : ''}`}
          </Strong>
        </Row>
      ))}
      {mixWaterL > 0 ? <Row label="Clean water to mix with" value={formatVolume(mixWaterL, units)} /> : null}
      {[...parts.map((part) => ({ ...part, why: 'promised' })), ...small.map((part) => ({ ...part, why: 'noted, fitted in passing' }))].map(
        ({ name, times, why }) => (
          <Row
            key={`${name} ${why}`}
            label={name.replace(/^./, (letter) => letter.toUpperCase())}
            value={times > 1 ? `${times} times, ${why}` : why}
          />
        ),
      )}
      {filters.map(({ size, why, times }) => (
        <Row
          key={`filter ${why} ${size}`}
          label={`Filter ${size || 'of a size nobody noted'}`}
          value={`${times > 1 ? `${times} times, ` : ''}${FILTER_WHY_WORDS[why]}`}
        />
      ))}
      {batches.map((batch) => (
        <Small key={`${batch.cleanerId} ${batch.waterParts}`}>
          {`Mix in the morning: ${formatVolume(batch.concentrateL, units)} of ${batch.name} with ${formatVolume(batch.waterL, units)} of water makes ${batch.waterParts} to 1 for ${batch.coils} coils. Label the bottle, and wear what the label asks for while pouring.`}
        </Small>
      ))}
      {unknown > 0 ? (
        <Small ink="inkSoft">{`Of ${unknown} ${unknown === 1 ? 'coil' : 'coils'} nothing is known yet: carry a spare of the gentlest.`}</Small>
      ) : null}
    </Part>
  );
}
