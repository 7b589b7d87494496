import type { SectionClock } from '@elm-mist/core/run';
import { formatClock } from '@elm-mist/core/units';
import { View } from 'react-native';
import { Figure, Label } from './text';
import { useTokens } from './theme';
import { line, space } from './tokens';

/** One soaking section: foam on → ready → dries, with a marker at now. The green stretch is the only right time to rinse. */
export function SoakBar({ number, clock }: { number: number; clock: SectionClock }) {
  const tokens = useTokens();
  if (clock.soakedS === null || clock.readyAtS === null) return null;
  // Where nothing limits it, as where condensate rinses, the right time goes on to the end of the bar.
  const latestS = clock.rinseByS ?? Math.max(clock.soakedS, clock.readyAtS) * 1.3;
  const end = Math.max(latestS, clock.readyAtS + 1) * (clock.rinseByS === null ? 1 : 1.04);
  const at = (s: number): `${number}%` => `${Math.min(100, Math.max(0, (s / end) * 100))}%`;
  const left = latestS - clock.soakedS;
  const toReady = clock.readyAtS - clock.soakedS;
  const limitWord = clock.mistByS !== null ? 'mist by' : clock.limit === 'dries' ? 'dries' : 'longest';
  const toMist = clock.mistByS === null ? null : clock.mistByS - clock.soakedS;
  return (
    <View
      role="img"
      aria-label={`Section ${number}: ${toMist !== null && toMist > 0 ? `mist within ${formatClock(toMist)}` : toReady > 0 ? `ready in ${formatClock(toReady)}` : clock.rinseByS === null ? clock.word : left > 0 ? `rinse now, ${formatClock(left)} left` : 'past its limit, rinse at once'}`}
      style={{ flexDirection: 'row', gap: space.m, alignItems: 'flex-start' }}
    >
      <Figure style={{ fontSize: 24, lineHeight: 28, minWidth: 16 }}>{number}</Figure>
      <View style={{ flex: 1, gap: 3 }}>
        <View style={{ height: 26, borderWidth: line.firm, borderColor: tokens.ink, backgroundColor: tokens.sheet }}>
          <View
            style={{
              position: 'absolute',
              display: clock.readyAtS < latestS ? 'flex' : 'none',
              left: at(clock.readyAtS),
              right: `${100 - parseFloat(at(latestS))}%`,
              top: 0,
              bottom: 0,
              backgroundColor: tokens.elmWash,
              borderLeftWidth: line.firm,
              borderColor: tokens.elm,
            }}
          />
          <View
            style={{
              position: 'absolute',
              left: 0,
              width: at(Math.min(clock.soakedS, clock.readyAtS)),
              top: 0,
              bottom: 0,
              backgroundColor: tokens.amberFill,
            }}
          />
          {clock.rinseByS === null ? null : (
            <View style={{ position: 'absolute', left: at(clock.rinseByS), width: 3, top: 0, bottom: 0, backgroundColor: tokens.brick }} />
          )}
          <View
            style={{
              position: 'absolute',
              left: at(clock.soakedS),
              marginLeft: -2,
              width: 4,
              top: -5,
              bottom: -5,
              backgroundColor: tokens.ink,
            }}
          />
        </View>
        <View style={{ flexDirection: 'row', justifyContent: 'space-between', gap: space.s }}>
          <Label ink="inkSoft">{`foam on ${formatClock(clock.soakedS)} ago`}</Label>
          <Label>{`ready ${formatClock(clock.readyAtS)}`}</Label>
          <Label ink={clock.rinseByS === null ? 'inkSoft' : clock.mistByS === null ? 'brick' : 'mist'}>
            {clock.rinseByS === null ? 'no latest' : `${limitWord} ${formatClock(clock.rinseByS)}`}
          </Label>
        </View>
      </View>
    </View>
  );
}
