import type { Section } from '@elm-mist/core/method';
import {
  AGAIN_WORDS,
  againWays,
  RINSE_SIGN_NAMES,
  RINSE_SIGNS,
  SPOT_NAMES,
  SPOTS,
  WRONG_SIGN_NAMES,
  WRONG_SIGNS,
  type Spot,
  type WrongSign,
} from '@elm-mist/core/run';
import { useState, type ReactNode } from 'react';
import { View } from 'react-native';
import { useVisit } from '@/data';
import { Act, AnyOf, Body, Companion, Label, OneOf, Part, Sign, Small, space } from '@/ui';
import { ReasonPart } from '../shared/ReasonPart';

interface Wrong {
  sectionId: string;
  signs: WrongSign[];
  where: Spot;
}

const LEAVE_ASKED = {
  title: 'Leave it on purpose',
  lead: 'It stays dirty here.',
  text: 'Soil mostly out and light through everywhere beats a perfect-looking patch. Your reason is on the report.',
  label: 'Why it is left',
  keep: 'Wash it again',
  leave: 'Leave it',
  testID: 'section',
};

/** The end of a rinse: four signs, all of them or another pass that goes by what is seen, or left on purpose with a reason. */
export function useCheck(coilId: string, section: Section | null): { card: ReactNode; buttons: ReactNode } {
  const { record } = useVisit();
  const [wrong, setWrong] = useState<Wrong | null>(null);
  if (!section) return { card: null, buttons: null };
  const where = { coilId, sectionId: section.id };
  if (!wrong || wrong.sectionId !== section.id)
    return {
      card: (
        <View style={{ gap: space.xs }} testID="rinse-signs">
          {RINSE_SIGNS.map((sign) => (
            <View key={sign} style={{ flexDirection: 'row', alignItems: 'center', gap: space.s, minHeight: 32 }}>
              <Sign name="check" size={20} ink="elm" />
              <Body>{RINSE_SIGN_NAMES[sign]}</Body>
            </View>
          ))}
        </View>
      ),
      buttons: (
        <>
          <Companion
            title="Not yet"
            onPress={() => setWrong({ sectionId: section.id, signs: ['torch'], where: 'all' })}
            wet
            testID="not-clear"
          />
          <Act
            title={`${section.number} is clear`}
            onPress={() => record({ kind: 'section.checked', data: { ...where, clear: true } })}
            wet
            testID="wash-act"
          />
        </>
      ),
    };
  return {
    card: (
      <Part testID="not-clear-why">
        <Label>What do you see?</Label>
        <AnyOf
          label="What do you see?"
          options={WRONG_SIGNS.map((value) => ({ value, label: WRONG_SIGN_NAMES[value] }))}
          value={wrong.signs}
          onChange={(signs) => setWrong({ ...wrong, signs })}
        />
        <Label>Where</Label>
        <OneOf
          label="Where"
          options={SPOTS.map((value) => ({ value, label: SPOT_NAMES[value] }))}
          value={wrong.where}
          onChange={(spot) => setWrong({ ...wrong, where: spot })}
        />
        {wrong.signs.length > 0 ? (
          <Small ink="inkSoft" live>
            {againWays(wrong.signs)
              .map((way) => AGAIN_WORDS[way])
              .join(' ')}
          </Small>
        ) : null}
        <ReasonPart
          asked={LEAVE_ASKED}
          leave={(why) => {
            const left = record({ kind: 'section.left', data: { ...where, why } });
            if (left) setWrong(null);
            return left;
          }}
        />
      </Part>
    ),
    buttons: (
      <>
        <Companion title="Back" onPress={() => setWrong(null)} wet />
        <Act
          title={wrong.where === 'all' ? 'Once more, all over' : `Once more, ${SPOT_NAMES[wrong.where].toLowerCase()} only`}
          onPress={() => {
            const ok = record({ kind: 'section.checked', data: { ...where, clear: false, failed: wrong.signs, where: wrong.where } });
            if (ok) setWrong(null);
          }}
          disabled={wrong.signs.length === 0}
          wet
          testID="again"
        />
      </>
    ),
  };
}
