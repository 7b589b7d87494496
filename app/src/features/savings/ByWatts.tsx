import type { MeterWash } from '@elm-mist/contract';
import { savedByWatts } from '@elm-mist/core/savings';
import { energyMoney, useEnergyPrice } from '../shared/energyPrice';
import { Banner, Body, Heading, Part, Row } from '@/ui';
import { shortDay } from '../shared/words';

const kWh = (n: number): string => `${Math.round(n).toLocaleString('en-US')} kWh`;

/** What washes saved by watts before and after at like conditions, times the hours that such a unit runs: plainly weaker than a meter. */
export function ByWatts({ washes }: { washes: readonly MeterWash[] }) {
  const price = useEnergyPrice();
  const told = washes.flatMap((wash) => (wash.byWatts ? [{ ...wash, byWatts: wash.byWatts }] : []));
  if (told.length === 0)
    return (
      <Part title={<Heading>Without a meter</Heading>}>
        <Body ink="inkSoft">
          Where watts and capacity were read before and after a wash, what it saves is told here by hours of running: weaker than a meter,
          but something. No wash of this place was read so.
        </Body>
      </Part>
    );
  return (
    <Part title={<Heading>Without a meter</Heading>} testID="by-watts">
      {told.map(({ day, systemName, byWatts }) => {
        const { kWh: saved, low, high } = savedByWatts(byWatts, byWatts.hours);
        return (
          <Row
            key={day}
            label={`${shortDay(day)}, ${systemName.toLowerCase()}`}
            value={
              low > 0
                ? `about ${kWh(saved)} a year less, ${kWh(low)} to ${kWh(high)}${price > 0 ? `, ${energyMoney(saved, price)}` : ''}`
                : 'not shown: less than the doubt of its readings'
            }
          />
        );
      })}
      <Banner tone="wait">
        {`By watts for the same cooling times ${Math.round(told[0]?.byWatts.hours ?? 0)} hours of running a year, which nobody counted here: plainly weaker than a meter’s year.`}
      </Banner>
    </Part>
  );
}
