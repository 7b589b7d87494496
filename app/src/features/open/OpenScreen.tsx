import type { OpenRecord } from '@elm-mist/contract';
import { FINDING_STANDING_NAMES, wholeFinding } from '@elm-mist/core/run';
import { LICENCE_NAMES } from '@elm-mist/core/shop';
import { LICENCES, URGENCIES, URGENCY_NAMES, type Licence } from '@elm-mist/core/survey';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { dayOf, openQuery, today } from '@/data';
import { Banner, Body, Empty, Heading, LinkRow, OneOf, Part, Screen, ScreenHead, Trouble, Waiting } from '@/ui';
import { shortDay } from '../shared/words';

type Whose = 'all' | 'none' | Licence;

/** All that is still to come of in the shop: what waits for parts, quotes without an answer, and findings by urgency and by licence. */
export function OpenScreen() {
  const answer = useQuery(openQuery);
  const data = answer.data;
  return (
    <Screen
      testID="open-list"
      head={<ScreenHead title="Open in the shop" under={data ? `${data.total} ${data.total === 1 ? 'finding' : 'findings'}` : ''} />}
    >
      {data ? (
        <OpenLists data={data} />
      ) : answer.isError ? (
        <Trouble
          what="The list could not be read"
          kept="Each system’s own findings stand on its page, with signal or without."
          retry={() => void answer.refetch()}
        />
      ) : (
        <Waiting what="what is open" lines={8} />
      )}
    </Screen>
  );
}

function OpenLists({ data }: { data: OpenRecord }) {
  const [whose, setWhose] = useState<Whose>('all');
  const { findings, quotes, pauses, total } = data;
  if (findings.length + quotes.length + pauses.length === 0)
    return (
      <Empty title="Nothing open">
        Findings are noted in Look, Check and Close. Until they are done they stand here, with quotes that wait for an answer.
      </Empty>
    );
  const shown = findings.filter((life) => {
    const { licence } = wholeFinding(life);
    return whose === 'all' || (whose === 'none' ? licence === null : licence === whose);
  });
  const where = (row: { placeName: string; systemName: string }) => `${row.placeName}, ${row.systemName.toLowerCase()}`;
  return (
    <>
      {pauses.length > 0 ? (
        <Part first title={<Heading>Left to wait for parts</Heading>}>
          {pauses.map((pause) => (
            <LinkRow
              key={pause.visitId}
              title={where(pause)}
              under={`${pause.value.reason}${pause.value.due ? ` · parts due ${shortDay(pause.value.due)}${pause.value.due < today() ? ', overdue' : ''}` : ' · nobody knows when'}`}
              href={`/visits/${pause.visitId}`}
            />
          ))}
        </Part>
      ) : null}
      {quotes.length > 0 ? (
        <Part first={pauses.length === 0} title={<Heading>Quotes that wait for an answer</Heading>}>
          {quotes.map((quote) => (
            <LinkRow
              key={quote.quoteId}
              title={`${quote.number} · ${where(quote)}`}
              under={`${quote.customerName} · valid until ${shortDay(quote.validUntil)}${quote.validUntil < today() ? ', run out' : ''}`}
              href={`/visits/${quote.visitId}/quote`}
            />
          ))}
        </Part>
      ) : null}
      {findings.length > 0 ? (
        <Part first={pauses.length + quotes.length === 0} title={<Heading>Findings</Heading>}>
          <OneOf
            label="Who may do it"
            options={[
              { value: 'all', label: 'All' },
              { value: 'none', label: 'No licence' },
              ...LICENCES.map((licence) => ({ value: licence, label: LICENCE_NAMES[licence] })),
            ]}
            value={whose}
            onChange={setWhose}
          />
          {shown.length === 0 ? <Body ink="inkSoft">None of these.</Body> : null}
          {shown.length < findings.length || total <= findings.length ? null : (
            <Banner tone="info">{`The ${findings.length} most urgent of ${total}.`}</Banner>
          )}
        </Part>
      ) : null}
      {URGENCIES.map((urgency) => {
        const rows = shown.filter((life) => life.urgency === urgency);
        return rows.length === 0 ? null : (
          <Part key={urgency} title={<Heading>{URGENCY_NAMES[urgency]}</Heading>} testID={`open-${urgency}`}>
            {rows.map((life) => {
              const { name, licence } = wholeFinding(life);
              return (
                <LinkRow
                  key={life.findingId}
                  title={`${name} · ${life.placeName}`}
                  under={[
                    life.systemName,
                    FINDING_STANDING_NAMES[life.standing].toLowerCase(),
                    `since ${shortDay(dayOf(life.at))}`,
                    licence ? `${LICENCE_NAMES[licence].toLowerCase()} licence` : '',
                  ]
                    .filter(Boolean)
                    .join(' · ')}
                  href={`/systems/${life.systemId}/finding?findingId=${life.findingId}`}
                />
              );
            })}
          </Part>
        );
      })}
    </>
  );
}
