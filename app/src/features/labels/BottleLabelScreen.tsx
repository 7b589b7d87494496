import { bottleLabels } from '@elm-mist/core/report';
import { useState } from 'react';
import { View } from 'react-native';
import { shopZone, useVisit } from '@/data';
import { Companion, Empty, Heading, Part, space, Tick } from '@/ui';
import { PaperBar, PaperTold } from '../report/PaperParts';
import { usePaper } from '../report/usePaper';
import { goTo, VisitScreen } from '../visit/VisitScreen';
import { LabelStockPart, useLabelSetting } from './LabelSetting';
import { AddressNote, shopAddress } from './shopAddress';
import { StickyPreview } from './StickyPreview';

/** Labels for what was mixed and stays in a bottle or sprayer: product, ratio, date, hazards. */
export function BottleLabelScreen() {
  const { detail, state, shelf } = useVisit();
  const setting = useLabelSetting();
  const job = usePaper(`${detail.visit.day} bottle labels`);
  const made = bottleLabels(state, shelf, shopZone(), (cleanerId) => shopAddress(`/shelf/${cleanerId}`));
  const [left, setLeft] = useState<readonly string[]>([]);
  const chosen = made.filter((row) => !left.includes(row.cleanerId));
  return (
    <VisitScreen
      visitStep="mix"
      page="bottle"
      under="Label for the bottle"
      foot={
        <PaperBar
          job={job}
          make={() => void job.make({ of: 'labels', labels: chosen.map((row) => row.label), stock: setting.stock, first: setting.first })}
          before={<Companion title="Back" onPress={() => goTo(detail.visit.id, 'mix')} />}
          disabled={chosen.length === 0}
        />
      }
    >
      <PaperTold job={job} />
      <AddressNote code={false} />
      {made.length === 0 ? (
        <Empty title="Nothing mixed yet">What is mixed on this visit gets a label with its ratio, date and hazards.</Empty>
      ) : (
        <Part first title={<Heading>As they are printed</Heading>}>
          {made.map(({ cleanerId, label }) => (
            <View key={cleanerId} style={{ gap: space.s }}>
              <Tick
                label={`Print it: ${label.heading}`}
                value={!left.includes(cleanerId)}
                onChange={(on) => {
                  setLeft(on ? left.filter((id) => id !== cleanerId) : [...left, cleanerId]);
                  job.forget();
                }}
              />
              <StickyPreview label={label} />
            </View>
          ))}
        </Part>
      )}
      <Part>
        <LabelStockPart setting={setting} changed={job.forget} />
      </Part>
    </VisitScreen>
  );
}
