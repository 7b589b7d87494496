import { BEAD_NAMES, BEADS, type Bead } from '@elm-mist/core/run';
import { View } from 'react-native';
import { Sign } from './icon';
import { LinkBox } from './linkBox';
import { Label } from './text';
import { useTokens } from './theme';
import { line, target } from './tokens';

/** The six beads of a visit on their thread. Done is filled and ticked; the open one has a ring and bold name. */
export function BeadBar({ current, done, hrefOf }: { current: Bead; done: Record<Bead, boolean>; hrefOf: (bead: Bead) => string }) {
  const tokens = useTokens();
  return (
    <View role="navigation" aria-label="Steps of the visit" style={{ flexDirection: 'row', paddingTop: 6 }}>
      {BEADS.map((bead, index) => {
        const here = bead === current;
        const filled = done[bead];
        return (
          <LinkBox
            key={bead}
            href={hrefOf(bead)}
            label={`${BEAD_NAMES[bead]}${filled ? ', done' : ''}`}
            current={here ? 'step' : undefined}
            style={{ flex: 1, minHeight: target.usual, alignItems: 'center', gap: 3 }}
          >
            <View style={{ height: 22, alignSelf: 'stretch', alignItems: 'center', justifyContent: 'center' }}>
              {index > 0 ? (
                <View
                  style={{
                    position: 'absolute',
                    left: 0,
                    right: '50%',
                    top: 10,
                    height: 2,
                    backgroundColor: done[BEADS[index - 1] ?? 'look'] ? tokens.elm : tokens.rule,
                  }}
                />
              ) : null}
              {index < BEADS.length - 1 ? (
                <View
                  style={{
                    position: 'absolute',
                    left: '50%',
                    right: 0,
                    top: 10,
                    height: 2,
                    backgroundColor: filled ? tokens.elm : tokens.rule,
                  }}
                />
              ) : null}
              <View
                style={{
                  width: here ? 22 : 18,
                  height: here ? 22 : 18,
                  borderRadius: 11,
                  borderWidth: here ? 4 : line.firm,
                  borderColor: filled || here ? tokens.elm : tokens.ruleStrong,
                  backgroundColor: filled && !here ? tokens.elm : tokens.paper,
                  alignItems: 'center',
                  justifyContent: 'center',
                }}
              >
                {filled ? <Sign name="check" size={12} ink={here ? 'elm' : 'onElm'} /> : null}
              </View>
            </View>
            <Label ink={here ? 'elm' : 'ink'} style={here ? { textDecorationLine: 'underline' } : {}}>
              {BEAD_NAMES[bead]}
            </Label>
          </LinkBox>
        );
      })}
    </View>
  );
}
