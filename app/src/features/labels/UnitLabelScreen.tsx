import { coilName } from '@elm-mist/core/equipment';
import { unitCode } from '@elm-mist/core/record';
import type { StickyLabel } from '@elm-mist/core/report';
import { useQuery } from '@tanstack/react-query';
import { router, useLocalSearchParams } from 'expo-router';
import { systemQuery, today, useShop } from '@/data';
import { Body, Companion, Heading, Part, Screen, ScreenHead, Small, Waiting } from '@/ui';
import { PaperBar, PaperTold } from '../report/PaperParts';
import { usePaper } from '../report/usePaper';
import { NotOpened } from '../shared/NotOpened';
import { shortDay } from '../shared/words';
import { LabelStockPart, useLabelSetting } from './LabelSetting';
import { AddressNote, shopAddress } from './shopAddress';
import { StickyPreview } from './StickyPreview';

/** The label for a unit: a square that opens its page, last wash, product, next due, and a short code for when the square cannot be read. */
export function UnitLabelScreen() {
  const { systemId } = useLocalSearchParams<{ systemId: string }>();
  const answer = useQuery(systemQuery(systemId));
  const shop = useShop();
  const setting = useLabelSetting();
  const { stock, first } = setting;
  const job = usePaper(`Label ${unitCode(systemId)}`);
  if (!answer.data)
    return (
      <Screen head={<ScreenHead title="Label" />}>
        {answer.isError ? (
          <NotOpened what="system" error={answer.error} retry={() => void answer.refetch()} />
        ) : (
          <Waiting what="the system" />
        )}
      </Screen>
    );
  const { system, place, history } = answer.data;
  const last = history.find((visit) => visit.standing === 'closed');
  // A day that has passed is never printed: the label outlives it.
  const ahead = (answer.data.clocks ?? []).find((clock) => clock.kind === 'coil' && clock.due >= today());
  const coils = answer.data.coils.filter((coil) => !coil.archived);
  const dueCoil = coils.length > 1 ? coils.find((coil) => coil.id === ahead?.of) : undefined;
  const products = [...new Set((last?.coils ?? []).map((coil) => coil.cleanerName).filter(Boolean))].join(', ');
  const label: StickyLabel = {
    code: shopAddress(`/systems/${system.id}`),
    heading: `${place.name}, ${system.name}`,
    lines: [
      last ? `Last wash ${shortDay(last.day)}` : 'No wash on record yet',
      ...(products ? [`With ${products}`] : []),
      ...(ahead ? [`${dueCoil ? `${coilName(dueCoil)} due` : 'Next due'} ${shortDay(ahead.due)}`] : []),
      ...(shop.name ? [shop.name] : []),
    ],
    strong: unitCode(system.id),
  };
  return (
    <Screen
      testID="unit-label"
      head={<ScreenHead title="Label for the unit" under={`${place.name} · ${system.name}`} />}
      foot={
        <PaperBar
          job={job}
          make={() => void job.make({ of: 'labels', labels: [label], stock, first })}
          before={<Companion title="Back" onPress={() => router.navigate(`/systems/${system.id}`)} />}
        />
      }
    >
      <PaperTold job={job} />
      <AddressNote code />
      <Part first title={<Heading>As it is printed</Heading>}>
        <StickyPreview label={label} />
        <Body>{`The square opens ${label.code}`}</Body>
        <Small ink="inkSoft">
          Where a phone cannot read it, type the code into the search of Places. Stick it inside the service panel, out of sun and rain,
          never over the data plate.
        </Small>
      </Part>
      <Part>
        <LabelStockPart setting={setting} changed={job.forget} />
      </Part>
    </Screen>
  );
}
