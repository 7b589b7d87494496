import { GRADE_TABLE, type Grade } from '@elm-mist/core/survey';
import { useRef } from 'react';
import { Pressable, View } from 'react-native';
import { isSecondTap } from './secondTap';
import { GRADE_HATCH, Hatch } from './hatch';
import { Label, Small } from './text';
import { useTokens } from './theme';
import { line, space } from './tokens';

/**
 * The five grades as samples to press, with what the chosen one means under them.
 * @param of what is graded: the second tap of a double tap does not grade the next, which nobody has looked at
 */
export function GradePicker({ of, value, onPick }: { of: string; value: Grade | undefined; onPick: (grade: Grade) => void }) {
  const tokens = useTokens();
  const pressedFor = useRef(of);
  const pick = (grade: Grade) => {
    if (isSecondTap() && pressedFor.current !== of) return;
    pressedFor.current = of;
    onPick(grade);
  };
  const chosen = value === undefined ? null : GRADE_TABLE[value];
  return (
    <View style={{ gap: space.s }}>
      <View role="radiogroup" aria-label={`Grade: ${of}`} style={{ flexDirection: 'row', gap: space.xs }}>
        {GRADE_TABLE.map((facts) => {
          const on = value === facts.grade;
          return (
            <Pressable
              key={facts.grade}
              role="radio"
              aria-checked={on}
              aria-label={`${facts.grade} ${facts.name}`}
              onPress={() => pick(facts.grade)}
              style={{
                flex: 1,
                height: 70,
                borderWidth: line.firm,
                borderColor: tokens.ink,
                justifyContent: 'flex-end',
                ...(on ? { outlineWidth: 4, outlineColor: tokens.elm, outlineStyle: 'solid', outlineOffset: -2 } : {}),
              }}
            >
              <Hatch name={GRADE_HATCH[facts.grade]} />
              <View style={{ backgroundColor: tokens.sheet, alignItems: 'center', paddingVertical: 3 }}>
                <Label>{`${facts.grade} ${facts.name}`}</Label>
              </View>
            </Pressable>
          );
        })}
      </View>
      <Small ink="inkSoft" live>
        {chosen
          ? `${chosen.name[0]?.toUpperCase()}${chosen.name.slice(1)}: ${chosen.light}, ${chosen.mat}.`
          : 'Flashlight hard against one side, look from the other.'}
      </Small>
    </View>
  );
}
