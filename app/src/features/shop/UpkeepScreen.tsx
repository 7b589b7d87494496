import type { UpkeepRecord } from '@elm-mist/contract';
import { stampIn } from '@elm-mist/core/clock';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { router } from 'expo-router';
import { Linking } from 'react-native';
import { backupAddress, shopZone, upkeepQuery, useBackUp, WHOLE_ADDRESS } from '@/data';
import { Act, Banner, Body, Companion, Empty, Heading, Part, Row, Screen, ScreenHead, Small, ThumbBar, Trouble, Waiting } from '@/ui';
import { ServerFile, useLineWords } from '../shared/ServerFile';
import { ageWords, byteWords } from './upkeepWords';

/** Below so many times the shop's size the disk has no room for a backup and what it is put back beside. */
const ROOM = 3;
/** A backup older than this is told, hours: the server makes one each night. */
const OLD_H = 48;

const saved = (address: string) => void Linking.openURL(address);

/** What keeps the shop from being lost: its backups, all of it as one file, and how the server is. */
export function UpkeepScreen() {
  const answer = useQuery(upkeepQuery);
  const client = useQueryClient();
  const backUp = useBackUp();
  const upkeep = answer.data;
  const line = useLineWords(backUp.isPending ? backUp.submittedAt : null);
  const busy = backUp.isPending || upkeep?.backups.making === true;
  return (
    <Screen
      testID="upkeep"
      head={<ScreenHead title="Upkeep" under="Backups, the whole shop as one file, how the server is" />}
      foot={
        <ThumbBar over={line ? <Small testID="backup-line">{line}</Small> : null}>
          <Companion title="Back" onPress={() => router.navigate('/more')} />
          <Act
            title="Back up now"
            onPress={() => backUp.mutate(undefined, { onSettled: () => void client.invalidateQueries({ queryKey: upkeepQuery.queryKey }) })}
            busy={busy}
            testID="backup-now"
          />
        </ThumbBar>
      }
    >
      {!upkeep ? (
        answer.isError ? (
          <Trouble what="How the server is could not be read" kept="Its nightly backups go on." retry={() => void answer.refetch()} />
        ) : (
          <Waiting what="how the server is" />
        )
      ) : (
        <>
          <Warnings upkeep={upkeep} nowMs={answer.dataUpdatedAt} />
          <BackupsPart upkeep={upkeep} nowMs={answer.dataUpdatedAt} />
          <Part title={<Heading>The whole shop as one file</Heading>}>
            <Body>
              Every row as JSON, every picture and sheet as a file, the log, products and stock as tables: readable without this program,
              and brought into another with npm run shop-in.
            </Body>
            <ServerFile title="Save the whole shop, ZIP" address={WHOLE_ADDRESS} testID="whole-shop" />
            <Small ink="inkSoft">It holds names, addresses, phones, prices and signatures: keep it where only the owner can read it.</Small>
          </Part>
          <ServerPart upkeep={upkeep} />
          <TroublesPart upkeep={upkeep} />
        </>
      )}
    </Screen>
  );
}

function Warnings({ upkeep: { backups, bytes }, nowMs }: { upkeep: UpkeepRecord; nowMs: number }) {
  const [newest] = backups.kept;
  const hours = newest ? (nowMs - Date.parse(newest.at)) / 3_600_000 : Infinity;
  return (
    <>
      {backups.failed ? (
        <Banner tone="stop">{`The last backup failed, ${stampIn(shopZone(), backups.failed.at)}: ${backups.failed.why}`}</Banner>
      ) : null}
      {newest && hours > OLD_H ? (
        <Banner tone="wait">{`The newest backup is ${Math.round(hours / 24)} days old. The server makes one each night that it runs.`}</Banner>
      ) : null}
      {bytes.free < ROOM * bytes.file ? (
        <Banner tone="wait">{`Only ${byteWords(bytes.free)} are free on the server’s disk. Make room, or backups will fail.`}</Banner>
      ) : null}
    </>
  );
}

function BackupsPart({ upkeep: { backups }, nowMs }: { upkeep: UpkeepRecord; nowMs: number }) {
  const { kept, folder } = backups;
  return (
    <Part first title={<Heading>Backups</Heading>}>
      {kept.length === 0 ? (
        <Empty title="There is no backup yet">
          One is made each night after two by the shop’s clock, and whenever you press the button.
        </Empty>
      ) : (
        kept.map(({ name, at, bytes }, i) => (
          <Row key={name} label={`${stampIn(shopZone(), at)}, ${ageWords(nowMs - Date.parse(at))}`}>
            <Companion title={`Save, ${byteWords(bytes)}`} onPress={() => saved(backupAddress(name))} testID={`backup-${i}`} />
          </Row>
        ))
      )}
      <Small ink="inkSoft">
        {`Kept: all of two days, one of each of the last 7 days, 4 weeks and 12 months, in ${folder}. A disk can fail as a whole: save one elsewhere now and then.`}
      </Small>
      <Small ink="inkSoft">
        To put one back, stop the server and run npm run restore on it: the backup is looked through first, and what was there is kept.
      </Small>
    </Part>
  );
}

function ServerPart({ upkeep }: { upkeep: UpkeepRecord }) {
  const { version, startedAt, bytes, visits, entries, following, computing } = upkeep;
  return (
    <Part title={<Heading>The server</Heading>}>
      <Row label="Version" value={version} />
      <Row label="Running since" value={stampIn(shopZone(), startedAt)} />
      <Row label="The shop’s file" value={byteWords(bytes.file + bytes.log)} />
      <Row label="Free on its disk" value={byteWords(bytes.free)} />
      <Row label="Visits" value={visits.toLocaleString('en-US')} />
      <Row label="Entries" value={entries.toLocaleString('en-US')} />
      <Row label="Phones that follow a visit" value={String(following)} />
      <Row
        label="Plans that wait to be reckoned"
        value={computing.waiting === 0 ? 'none' : `${computing.waiting}, the oldest ${(computing.oldestMs / 1000).toFixed(1)} s`}
      />
    </Part>
  );
}

function TroublesPart({ upkeep: { troubles } }: { upkeep: UpkeepRecord }) {
  return (
    <Part title={<Heading>Not done in the last 24 hours</Heading>} testID="troubles">
      {troubles.count === 0 ? (
        <Body>Nothing failed.</Body>
      ) : (
        <>
          <Body>{`${troubles.count} ${troubles.count === 1 ? 'request' : 'requests'} failed; the server’s own log says why.`}</Body>
          {troubles.last.map(({ at, asked, code }, i) => (
            <Row key={`${at}-${i}`} label={asked} value={`${code}, ${stampIn(shopZone(), at)}`} />
          ))}
        </>
      )}
    </Part>
  );
}
