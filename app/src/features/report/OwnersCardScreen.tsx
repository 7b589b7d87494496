import { longDay } from '@elm-mist/core/clock';
import {
  firstPageText,
  MOST_OWNER_CARDS,
  OWNER_CARD_TABLE,
  OWNER_CARDS,
  ownerCardsFor,
  ownersCard,
  type OwnerCardId,
} from '@elm-mist/core/report';
import { formatQuantity } from '@elm-mist/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { useDraft, useShop, useVisit } from '@/data';
import { AnyOf, Banner, Companion, Heading, Label, Part, Small } from '@/ui';
import { goTo, VisitScreen } from '../visit/VisitScreen';
import { PaperBar, PaperTold } from './PaperParts';
import { passWords } from './passWords';
import { ReportPiece } from './ReportPiece';
import { usePaper } from './usePaper';
import { useReport } from './useReport';

/** The owner's card: what they can do, a drawing to each, in large type. */
export function OwnersCardScreen() {
  const { detail, state, allCoils, house } = useVisit();
  const shop = useShop();
  const { paper, nextDue } = useReport();
  const job = usePaper(`${detail.place.name} what you can do`);
  const [told, setTold] = useState('');
  const advised = ownerCardsFor([...new Set(allCoils.flatMap((coil) => state.plans[coil.id]?.value.advice ?? []))]);
  const [cards, keep] = useDraft<OwnerCardId[]>(`owners-card.${detail.visit.id}`, () =>
    (advised.cards.length > 0 ? advised.cards : (['filter', 'clearance'] as const)).slice(0, MOST_OWNER_CARDS),
  );
  const card = ownersCard({
    shop: { name: shop.name, address: shop.address ?? '' },
    place: detail.place,
    cards: OWNER_CARDS.filter((id) => cards.includes(id)),
    also: advised.also,
    due: longDay(nextDue),
    room: formatQuantity({ kind: 'length', m: house.clearanceM }, house.units),
  });
  return (
    <VisitScreen
      visitStep="close"
      page="owner"
      under="Owner’s card"
      foot={
        <PaperBar
          job={job}
          make={() => void job.make({ of: 'report', report: card, paper })}
          before={<Companion title="Back" onPress={() => goTo(detail.visit.id, 'close')} />}
        />
      }
    >
      <PaperTold job={job} />
      <Part first title={<Label>What goes on it</Label>}>
        <AnyOf
          label="What goes on it"
          options={OWNER_CARDS.map((id) => ({ value: id, label: OWNER_CARD_TABLE[id].title }))}
          value={cards}
          onChange={(next) => {
            keep(next);
            job.forget();
          }}
        />
        {cards.length > MOST_OWNER_CARDS ? (
          <Banner tone="wait">{`More than ${MOST_OWNER_CARDS} go on to a second page, and fewer are read.`}</Banner>
        ) : null}
        <Small ink="inkSoft">Chosen from what the plans advise; put in or take out what this owner needs.</Small>
      </Part>
      <Part title={<Heading>{card.title}</Heading>} testID="owners-card">
        {card.blocks.map((block, i) => (
          <ReportPiece key={i} block={block} />
        ))}
      </Part>
      <Part>
        <View style={{ alignItems: 'flex-start' }}>
          <Companion
            title="Words for a message"
            onPress={() => void passWords(card.title, firstPageText(card)).then(setTold)}
            testID="card-words"
          />
        </View>
        <Small ink="inkSoft">{told || 'No address book is read, and nothing is sent by itself.'}</Small>
      </Part>
    </VisitScreen>
  );
}
