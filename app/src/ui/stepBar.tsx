import { VISIT_STEP_NAMES, VISIT_STEPS, type VisitStep } from '@elm-mist/core/run';
import { View } from 'react-native';
import { Sign } from './icon';
import { LinkBox } from './linkBox';
import { Label } from './text';
import { useTokens } from './theme';
import { line, target } from './tokens';

/** The six steps of a visit on their thread. Done is filled and ticked; the open one has a ring and bold name. */
export function StepBar({
  current,
  done,
  hrefOf,
}: {
  current: VisitStep;
  done: Record<VisitStep, boolean>;
  hrefOf: (visitStep: VisitStep) => string;
}) {
  const tokens = useTokens();
  return (
    <View role="navigation" aria-label="Steps of the visit" style={{ flexDirection: 'row', paddingTop: 6 }}>
      {VISIT_STEPS.map((visitStep, index) => {
        const here = visitStep === current;
        const filled = done[visitStep];
        return (
          <LinkBox
            key={visitStep}
            href={hrefOf(visitStep)}
            label={`${VISIT_STEP_NAMES[visitStep]}${filled ? ', done' : ''}`}
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
                    backgroundColor: done[VISIT_STEPS[index - 1] ?? 'look'] ? tokens.elm : tokens.rule,
                  }}
                />
              ) : null}
              {index < VISIT_STEPS.length - 1 ? (
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
              {VISIT_STEP_NAMES[visitStep]}
            </Label>
          </LinkBox>
        );
      })}
    </View>
  );
}
