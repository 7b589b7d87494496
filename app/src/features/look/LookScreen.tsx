import { router, useLocalSearchParams } from 'expo-router';
import { useVisit } from '@/data';
import { Tabs, Sign } from '@/ui';
import { CoilPart } from './CoilPart';
import { UnitPart } from './UnitPart';
import { coilName } from '@elm-mist/core/equipment';

const UNIT = 'unit';

/** Look, in parts: the unit and the air, then each coil. The part is in the address, so that a reload stays on it. */
export function LookScreen() {
  const { allCoils, state, house } = useVisit();
  const base = [state.identity, state.site, state.story].map((row) => row?.eventId ?? '').join(' ');
  const { part } = useLocalSearchParams<{ part?: string }>();
  const parts = [UNIT, ...allCoils.map((coil) => coil.id)];
  const firstOpen =
    state.site === null
      ? UNIT
      : (allCoils.find((coil) => !state.surveys[coil.id] && !state.skipped[coil.id])?.id ?? allCoils[0]?.id ?? UNIT);
  const here = part && parts.includes(part) ? part : firstOpen;
  const show = (next: string) => router.setParams({ part: next });
  const doneMark = <Sign name="check" size={16} ink="elm" />;
  const tabs = (
    <Tabs
      label="Parts of Look"
      value={here}
      onChange={show}
      options={[
        { value: UNIT, label: 'Unit and air', ...(state.site ? { mark: doneMark } : {}) },
        ...allCoils.map((coil) => ({
          value: coil.id,
          label: coilName(coil),
          ...(state.surveys[coil.id] || state.skipped[coil.id] ? { mark: doneMark } : {}),
        })),
      ]}
    />
  );
  const after = parts[parts.indexOf(here) + 1];
  const coil = allCoils.find((row) => row.id === here);
  return coil ? (
    <CoilPart key={coil.id} coil={coil} tabs={tabs} next={after} show={show} />
  ) : (
    <UnitPart key={`${base} ${house.units}`} base={base} tabs={tabs} next={after} show={show} />
  );
}
