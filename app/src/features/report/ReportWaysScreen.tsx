import type { ReportWaysRecord } from '@elm-mist/contract';
import { PAPERS, REPORT_SECTION_NAMES, REPORT_SECTIONS, type ReportSection } from '@elm-mist/core/report';
import { useQuery } from '@tanstack/react-query';
import { router } from 'expo-router';
import { useState } from 'react';
import { reportWaysQuery, useDraft, useSaveReportWays } from '@/data';
import { Act, Banner, Body, Companion, Field, Heading, OneOf, Part, Screen, ScreenHead, ThumbBar, Tick, Trouble, Waiting } from '@/ui';
import { useSave } from '../shared/useSave';

const PAPER_NAMES = { letter: 'Letter', a4: 'A4' } as const;

/** Back to where it was opened from, or to the shop's own page. */
const leave = () => (router.canGoBack() ? router.back() : router.navigate('/more'));

/** How the shop hands its reports over: paper, sections, guarantee. */
export function ReportWaysScreen() {
  const answer = useQuery(reportWaysQuery);
  if (!answer.data)
    return (
      <Screen head={<ScreenHead title="Reports" />}>
        {answer.isError ? (
          <Trouble
            what="The shop’s ways could not be read"
            kept="Reports are made the usual way until then."
            retry={() => void answer.refetch()}
          />
        ) : (
          <Waiting what="the shop’s ways" />
        )}
      </Screen>
    );
  return <WaysFields ways={answer.data} />;
}

function WaysFields({ ways }: { ways: ReportWaysRecord }) {
  const change = useSaveReportWays();
  const [draft, keep, drop] = useDraft('report-ways', () => ({ ...ways, guaranteeDays: String(ways.guaranteeDays) }), JSON.stringify(ways));
  const { trouble, save } = useSave();
  const [daysTrouble, setDaysTrouble] = useState('');
  const send = async () => {
    const days = Number(draft.guaranteeDays.trim());
    if (!Number.isInteger(days) || days < 0 || days > 3650) {
      setDaysTrouble('A whole number from 0 to 3650.');
      return;
    }
    setDaysTrouble('');
    await save(async () => {
      await change.mutateAsync({ ...draft, guarantee: draft.guarantee.trim(), guaranteeDays: days, was: ways });
      drop();
    }, leave);
  };
  const toggle = (id: ReportSection, on: boolean) =>
    keep({ ...draft, without: on ? draft.without.filter((other) => other !== id) : [...draft.without, id] });
  return (
    <Screen
      testID="report-ways"
      head={<ScreenHead title="Reports" under="Chosen once, for every visit" />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={() => leave()} />
          <Act title="Save" onPress={() => void send()} busy={change.isPending} testID="report-ways-save" />
        </ThumbBar>
      }
    >
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      <Part first title={<Heading>Paper</Heading>}>
        <OneOf
          label="Paper"
          options={PAPERS.map((value) => ({ value, label: PAPER_NAMES[value] }))}
          value={draft.paper}
          onChange={(paper) => keep({ ...draft, paper })}
        />
      </Part>
      <Part title={<Heading>Behind the first page</Heading>}>
        <Body ink="inkSoft">The first page is always there. What is not printed stays in the record all the same.</Body>
        {REPORT_SECTIONS.map((id) => (
          <Tick
            key={id}
            label={REPORT_SECTION_NAMES[id]}
            value={!draft.without.includes(id)}
            onChange={(on) => toggle(id, on)}
            testID={`section-${id}`}
          />
        ))}
      </Part>
      <Part title={<Heading>Guarantee</Heading>}>
        <Field
          label="In your own words"
          value={draft.guarantee}
          onChange={(guarantee) => keep({ ...draft, guarantee })}
          multiline
          help="Empty for none"
        />
        <Field
          label="Holds, days after closing"
          value={draft.guaranteeDays}
          onChange={(guaranteeDays) => keep({ ...draft, guaranteeDays })}
          keyboard="number-pad"
          error={daysTrouble || undefined}
        />
      </Part>
    </Screen>
  );
}
