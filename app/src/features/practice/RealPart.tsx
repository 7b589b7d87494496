import { DRILL_TABLE } from '@elm-mist/core/trainer';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { realPracticeQuery, useShareSteps, wallClock } from '@/data';
import { Banner, Heading, LinkRow, Part, Row, Small, Tick } from '@/ui';

/** What one's own visits of the last month say is worth practising. */
export function RealPart() {
  const { data } = useQuery(realPracticeQuery);
  const share = useShareSteps();
  const [trouble, setTrouble] = useState('');
  if (!data || data.families.length === 0) return null;
  return (
    <Part title={<Heading>On your visits this month</Heading>} testID="practice-real">
      {data.families.map(({ family, done, well }) => (
        <Row key={family} label={DRILL_TABLE[family].name} value={`${well} of ${done}`} />
      ))}
      {data.misses.map(({ family, words, at, visitId, place }) => (
        <LinkRow
          key={`${visitId} ${at} ${words}`}
          title={words}
          under={`${place}, ${wallClock(at, 'd MMM')} · practise: ${DRILL_TABLE[family].name.toLowerCase()}`}
          href={`/practice/drill?family=${family}`}
          testID={`practice-miss-${family}`}
        />
      ))}
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      <Tick
        label="Who leads may see these sums"
        value={data.shares}
        onChange={(shares) =>
          share.mutate(shares, { onError: () => setTrouble('The server is away: nothing was changed.'), onSuccess: () => setTrouble('') })
        }
        testID="practice-share"
      />
      <Small ink="inkSoft">What was missed is told to nobody but you.</Small>
    </Part>
  );
}
