import type { CleanerRecord, StockMove } from '@elm-mist/contract';
import { CHEMISTRY_NAMES, LABEL_GAP_NAMES, stockWarnings } from '@elm-mist/core/mix';
import { formatDuration, formatVolume, trimDecimals, type UnitSystem } from '@elm-mist/core/units';
import { useQuery } from '@tanstack/react-query';
import { router, useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import { Linking, View } from 'react-native';
import { cleanerQuery, today, RefusedError, sendSheet, sheetAddress, shelfQuery, useHouseRules, wallClock, money } from '@/data';
import {
  Act,
  Banner,
  Body,
  Companion,
  FilePick,
  HazardBox,
  Heading,
  Part,
  Row,
  Screen,
  ScreenHead,
  Small,
  ThumbBar,
  Trouble,
  Waiting,
} from '@/ui';
import { allowedLine, chartLine, warningWords, whereLine } from './shelfWords';
import { StockPart } from './StockPart';

const WHY_WORDS: Record<StockMove['why'], string> = {
  added: 'put on the shelf',
  counted: 'counted',
  visit: 'used on a visit',
  imported: 'from a file',
};

const moveWords = (move: StockMove, units: UnitSystem): string =>
  `${move.litres < 0 ? '−' : '+'}${formatVolume(Math.abs(move.litres), units)}${move.itemId === null ? ', beyond what the shelf held' : ''}`;

/** One cleaner: its label, its safety sheet, what is in stock and where it went. */
export function CleanerPage() {
  const { cleanerId } = useLocalSearchParams<{ cleanerId: string }>();
  const answer = useQuery(cleanerQuery(cleanerId));
  const shelf = useQuery(shelfQuery);
  const { units } = useHouseRules();
  const cleaner = answer.data?.cleaner ?? shelf.data?.cleaners.find((row) => row.id === cleanerId);
  if (!cleaner)
    return (
      <Screen head={<ScreenHead title="Cleaner" />} foot={<BackFoot />}>
        {answer.isError ? (
          <Trouble
            what={answer.error instanceof RefusedError ? 'There is no such cleaner' : 'The cleaner could not be read'}
            kept="Nothing was lost."
            retry={() => void answer.refetch()}
          />
        ) : (
          <Waiting what="the cleaner" />
        )}
      </Screen>
    );
  const items = shelf.data?.stock.filter((item) => item.cleanerId === cleaner.id) ?? [];
  const warnings = stockWarnings([cleaner], items, today());
  return (
    <Screen
      head={<ScreenHead title={cleaner.name} under={`${CHEMISTRY_NAMES[cleaner.chemistry]} · ${whereLine(cleaner)}`} />}
      foot={
        <ThumbBar>
          <Companion title="Shelf" onPress={() => router.navigate('/shelf')} />
          <Act title="Change the label" onPress={() => router.push(`/shelf/${cleaner.id}/edit`)} testID="edit-cleaner" />
        </ThumbBar>
      }
      page={cleaner.id}
      testID="cleaner-page"
    >
      {cleaner.assumed.length > 0 ? (
        <Banner tone="wait">{`The label is not complete: ${cleaner.assumed.map((gap) => LABEL_GAP_NAMES[gap]).join(', ')}. The mild side of its class is used, and every plan says so.`}</Banner>
      ) : null}
      {warnings.map((warning) => (
        <Banner key={warning.kind + ('itemId' in warning ? warning.itemId : '')} tone={warning.kind === 'expired' ? 'stop' : 'wait'}>
          {`This one is ${warningWords(warning, units)}.`}
        </Banner>
      ))}
      <Part first title={<Heading>As the label says</Heading>}>
        <View>
          <Row label="Light · medium · heavy" value={chartLine(cleaner)} />
          <Row label="Dwell" value={`${formatDuration(cleaner.dwellMinS)} to ${formatDuration(cleaner.dwellMaxS)}`} />
          <Row label="Allowed on" value={allowedLine(cleaner)} />
          <Row label="Rinse" value={cleaner.rinseNeeded ? 'needed' : 'condensate may do it'} />
          <Row label="Order" value={cleaner.waterFirst ? 'water first, then concentrate' : 'concentrate first'} />
          {cleaner.phLow !== null || cleaner.phHigh !== null ? (
            <Row
              label="pH"
              value={[cleaner.phLow, cleaner.phHigh]
                .filter((ph): ph is number => ph !== null)
                .map((ph) => trimDecimals(ph, 1))
                .join(' to ')}
            />
          ) : null}
          <Row label="Pack" value={`${formatVolume(cleaner.packL, units)} at ${money(cleaner.packPrice)}`} />
          {cleaner.lowL !== null ? <Row label="Low at" value={formatVolume(cleaner.lowL, units)} /> : null}
        </View>
        <HazardBox lead={cleaner.hazardWords || 'Read the label.'}>The label and the safety sheet outrank what stands here.</HazardBox>
      </Part>
      <SheetPart cleaner={cleaner} />
      <StockPart cleaner={cleaner} items={items} />
      {answer.data && answer.data.moves.length > 0 ? (
        <Part title={<Heading>Where it went</Heading>}>
          <View>
            {answer.data.moves.slice(0, 12).map((move) => (
              <Row
                key={move.id}
                label={`${wallClock(move.at, 'd MMM')} · ${WHY_WORDS[move.why]}${move.by ? `, ${move.by}` : ''}`}
                value={moveWords(move, units)}
              />
            ))}
          </View>
        </Part>
      ) : null}
    </Screen>
  );
}

const BackFoot = () => (
  <ThumbBar>
    <Act title="To the shelf" onPress={() => router.navigate('/shelf')} />
  </ThumbBar>
);

/** The safety sheet as a PDF or a photo of it. */
function SheetPart({ cleaner }: { cleaner: CleanerRecord }) {
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState('');
  const keep = async (file: File) => {
    setBusy(true);
    setTrouble('');
    try {
      await sendSheet(cleaner.id, file);
    } catch (error) {
      setTrouble(error instanceof RefusedError ? error.message : 'The server is away. Choose the file again when it is back.');
    } finally {
      setBusy(false);
    }
  };
  return (
    <Part title={<Heading>Safety sheet</Heading>}>
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      {cleaner.sheet === null ? <Body ink="inkSoft">None kept. A PDF, or a photo of the paper one.</Body> : null}
      <View style={{ flexDirection: 'row', gap: 8, flexWrap: 'wrap' }}>
        {cleaner.sheet ? (
          <Companion
            title={cleaner.sheet === 'pdf' ? 'Open the PDF' : 'Open the picture'}
            onPress={() => void Linking.openURL(sheetAddress(cleaner.id))}
          />
        ) : null}
        <FilePick
          title={cleaner.sheet ? 'Replace it' : 'Keep a safety sheet'}
          label="Safety sheet"
          accept="application/pdf,image/jpeg,image/png"
          onPick={(file) => void keep(file)}
          busy={busy}
          testID="sheet-file"
        />
      </View>
      <Small ink="inkSoft">5 MB at most.</Small>
    </Part>
  );
}
