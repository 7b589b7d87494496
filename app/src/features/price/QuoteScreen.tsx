import { quoteSheet } from '@elm-mist/core/report';
import { ANSWER_WAY_NAMES, isPromised, wholeFinding, type Quote } from '@elm-mist/core/run';
import { useQuery } from '@tanstack/react-query';
import { router, useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { dayOf, reportWaysQuery, sharedNow, shopZone, useShop, useVisit, wallClock } from '@/data';
import { Banner, Body, Companion, Heading, LinkRow, Part, Small, ThumbBar } from '@/ui';
import { usePaper } from '../report/usePaper';
import { SignatureMark } from '../shared/Signature';
import { shortDay } from '../shared/words';
import { VisitScreen } from '../visit/VisitScreen';
import { AnswerQuote } from './AnswerQuote';
import { MakeQuote } from './MakeQuote';
import { QuoteLines } from './QuoteOptions';

/** Quotes of a visit: what is offered, what was said to it, and what follows from that. */
export function QuoteScreen() {
  const { findingId } = useLocalSearchParams<{ findingId?: string }>();
  const { state, detail, findings } = useVisit();
  const [making, setMaking] = useState(state.quotes.length === 0 || findingId !== undefined);
  const today = dayOf(sharedNow());
  const waiting = state.quotes.filter((quote) => !quote.answer);
  const promised = findings.filter(isPromised);
  return (
    <VisitScreen
      visitStep="close"
      page="quote"
      under="Quote"
      foot={
        <ThumbBar>
          {making || state.quotes.length === 0 ? null : (
            <Companion title="Another quote" onPress={() => setMaking(true)} testID="quote-another" />
          )}
          <Companion
            title="Back"
            grow
            onPress={() => (router.canGoBack() ? router.back() : router.navigate(`/visits/${detail.visit.id}/close`))}
          />
        </ThumbBar>
      }
    >
      {making ? (
        <Part first title={<Heading>Make a quote</Heading>}>
          <MakeQuote done={() => setMaking(false)} first={findingId ?? null} />
        </Part>
      ) : null}
      {[...state.quotes].reverse().map((quote) => (
        <OneQuote key={quote.quoteId} quote={quote} />
      ))}
      {!making && waiting[0] ? <AnswerQuote quote={waiting[0]} late={waiting[0].validUntil < today} /> : null}
      {promised.length > 0 && !making ? (
        <Part title={<Heading>What is promised</Heading>}>
          {promised.map((life) => (
            <LinkRow
              key={life.findingId}
              title={wholeFinding(life).name}
              under="Fix it now, promise a day, or leave the visit to wait for the parts"
              href={`/visits/${detail.visit.id}/finding?findingId=${life.findingId}`}
            />
          ))}
          {state.closed ? null : (
            <LinkRow
              title="Leave it to wait for parts"
              under="Safe state, where things lie, when the parts are due"
              href={`/visits/${detail.visit.id}/pause`}
              testID="to-pause"
            />
          )}
        </Part>
      ) : null}
    </VisitScreen>
  );
}

/** The quote as a sheet to be signed, made on this device and saved at once. */
function PrintQuote({ quote }: { quote: Quote }) {
  const { detail } = useVisit();
  const shop = useShop();
  const paper = useQuery(reportWaysQuery).data?.paper ?? 'letter';
  const job = usePaper(`Quote ${quote.number} ${detail.place.name}`, false);
  const { place, system } = detail;
  const report = quoteSheet({ quote, shop: { name: shop.name, address: shop.address ?? '' }, place, system, zone: shopZone() });
  return (
    <>
      {job.trouble ? <Banner tone="stop">{job.trouble}</Banner> : null}
      <Companion
        title={job.size === null ? 'Make a sheet to print' : 'Save the sheet'}
        onPress={job.size === null ? () => void job.make({ of: 'report', report, paper }) : job.save}
        busy={job.share !== null}
        testID={job.size === null ? 'quote-sheet' : 'quote-sheet-save'}
      />
    </>
  );
}

function OneQuote({ quote }: { quote: Quote }) {
  const { answer } = quote;
  const taken = quote.options.find((option) => option.id === answer?.value.optionId);
  const when = (at: string) => wallClock(at, 'd MMM yyyy, h:mm a').replace(/AM|PM/, (half) => half.toLowerCase());
  return (
    <Part title={<Heading>{`Quote ${quote.number}`}</Heading>} testID="quote">
      {answer ? (
        <Banner tone={taken ? 'done' : 'wait'}>
          {taken
            ? `Accepted by ${answer.value.name}, ${when(answer.at)}. ${ANSWER_WAY_NAMES[answer.value.how]}.`
            : `Declined, ${when(answer.at)}: ${answer.value.words}`}
        </Banner>
      ) : (
        <Small ink="inkSoft">{`Offered ${when(quote.at)} by ${quote.by}, holds until ${shortDay(quote.validUntil)}.`}</Small>
      )}
      {(taken ? [taken] : quote.options).map((option) => (
        <QuoteLines key={option.id} option={option} currency={quote.currency} only={quote.options.length === 1} />
      ))}
      {quote.note ? <Body>{quote.note}</Body> : null}
      {answer && answer.value.strokes.length > 0 ? <SignatureMark strokes={answer.value.strokes} name={answer.value.name} /> : null}
      <View style={{ alignItems: 'flex-start' }}>
        <PrintQuote key={answer?.eventId ?? 'open'} quote={quote} />
      </View>
    </Part>
  );
}
