import { recordReport } from '@elm-mist/core/record';
import { useQuery } from '@tanstack/react-query';
import { router, useLocalSearchParams } from 'expo-router';
import { useMemo } from 'react';
import { Linking, View } from 'react-native';
import { logAddress, recordQuery, reportWaysQuery, shopZone, useHouseRules } from '@/data';
import { saveFile } from '@/device/saveFile';
import { Companion, Heading, Part, Screen, ScreenHead, Small, space, Waiting } from '@/ui';
import { PaperBar, PaperTold } from '../report/PaperParts';
import { ReportPiece } from '../report/ReportPiece';
import { usePaper } from '../report/usePaper';
import { NotOpened } from '../shared/NotOpened';

/** Every wash, reading and product of a system over the years, as one dated document that a later change would show in. */
export function RecordScreen() {
  const { systemId } = useLocalSearchParams<{ systemId: string }>();
  const answer = useQuery(recordQuery(systemId));
  const paper = useQuery(reportWaysQuery).data?.paper ?? 'letter';
  const { units } = useHouseRules();
  const record = answer.data;
  const report = useMemo(() => (record ? recordReport(record, { zone: shopZone(), units }) : null), [record, units]);
  const name = record ? `${record.madeAt.slice(0, 10)} ${record.place.name}, ${record.system.name} record` : 'record';
  const job = usePaper(name);
  if (!record || !report)
    return (
      <Screen head={<ScreenHead title="Record" />}>
        {answer.isError ? (
          <NotOpened what="record" error={answer.error} retry={() => void answer.refetch()} />
        ) : (
          <Waiting what="the record" lines={8} />
        )}
      </Screen>
    );
  return (
    <Screen
      testID="record"
      head={<ScreenHead title="Record of the system" under={`${record.place.name} · ${record.system.name}`} />}
      foot={
        <PaperBar
          job={job}
          make={() => void job.make({ of: 'report', report, paper })}
          before={<Companion title="Back" onPress={() => router.navigate(`/systems/${systemId}`)} />}
        />
      }
    >
      <PaperTold job={job} />
      <Part first title={<Heading>Also as files</Heading>}>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
          <Companion
            title="Record, JSON"
            onPress={() => saveFile(new Blob([JSON.stringify(record, null, 2)], { type: 'application/json' }), `${name}.json`)}
            testID="record-json"
          />
          <Companion
            title="Washes, CSV"
            onPress={() => void Linking.openURL(logAddress('csv', { system: systemId }))}
            testID="record-csv"
          />
        </View>
        <Small ink="inkSoft">
          The PDF carries the JSON inside it. Either can be held against the shop’s data: npm run verify on the server.
        </Small>
      </Part>
      <Part title={<Heading>{report.title}</Heading>} testID="record-told">
        {report.blocks.map((block, i) => (
          <ReportPiece key={i} block={block} />
        ))}
      </Part>
    </Screen>
  );
}
