import { POWER_SOURCE_NAMES } from '@elm-mist/core/equipment';
import { lockoutToTake, provenDead } from '@elm-mist/core/run';
import { useState } from 'react';
import { useVisit } from '@/data';
import { Act, Banner, HazardBox, LinkRow, Sign, Tabs, ThumbBar } from '@/ui';
import { undoLine, UndoButton } from '../visit/Undo';
import { ClosedNote, goTo, VisitScreen } from '../visit/VisitScreen';
import { useLockout } from './useLockout';

/** Lockout, zero voltage verified, before the look inside: the same steps and entries as in Wash, reached from Look. */
export function LockoutScreen() {
  const { state, detail, allCoils, source: sourceOf, own } = useVisit();
  const { configuration } = detail.system;
  const sources = [...new Set(allCoils.map(sourceOf))];
  const dead = (source: (typeof sources)[number]) => provenDead(state, configuration, source);
  const [picked, setPicked] = useState(sources.find((source) => !dead(source)) ?? sources[0]);
  const source = picked ?? 'outdoor-unit';
  const lockout = useLockout(lockoutToTake(state, configuration, source));
  const off = dead(source);
  const closed = state.closed !== null;
  return (
    <VisitScreen
      visitStep="look"
      under="Lockout before the look inside"
      page={`lockout ${source} ${off ? 'open' : 'shut'}`}
      foot={
        <ThumbBar means={off || closed ? 'back' : lockout.step} over={undoLine(own('wash'))}>
          <UndoButton page="wash" wet testID="undo" />
          {off || closed ? (
            <Act title="Back to Look" onPress={() => goTo(detail.visit.id, 'look')} wet testID="lockout-done" />
          ) : (
            lockout.buttons
          )}
        </ThumbBar>
      }
    >
      <Tabs
        label="Power sources"
        value={source}
        onChange={setPicked}
        options={sources.map((value) => ({
          value,
          label: POWER_SOURCE_NAMES[value],
          ...(dead(value) ? { mark: <Sign name="check" size={16} ink="elm" /> } : {}),
        }))}
      />
      <ClosedNote />
      {off ? (
        <>
          <Banner tone="done">Locked out, zero voltage verified. Now a panel or the top may come off.</Banner>
          <HazardBox lead="It stays dead only while the block is in your pocket.">
            Whoever closes the disconnect is asked first. Test again after a break, as local code and the maker’s manual say.
          </HazardBox>
          <LinkRow
            title="Takedown log"
            under="What comes off, with its screws; wires photographed before they are pulled"
            href={`/visits/${detail.visit.id}/takedown`}
            testID="to-takedown"
          />
        </>
      ) : (
        lockout.card
      )}
    </VisitScreen>
  );
}
