import { forgetAnswers, RefusedError, shopQuery, useOpenShop, useOutbox } from '@/data';
import { Banner, Companion, Part, Small } from '@/ui';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';

/** From the demo to a shop of one's own, and back: each in a folder of its own, neither ever in the other. */
export function WhichShop() {
  const { data } = useQuery(shopQuery);
  const { waiting, makes } = useOutbox();
  const open = useOpenShop();
  const [trouble, setTrouble] = useState('');
  if (!data || (!data.demo && !data.ownIsThere)) return null;
  const left = waiting.length + makes.length;
  const go = () =>
    open.mutate(data.demo ? 'own' : 'demo', {
      onSuccess: () => void forgetAnswers().then(() => window.location.assign(data.demo && !data.ownIsThere ? '/start' : '/')),
      onError: (error) => setTrouble(error instanceof RefusedError ? error.message : 'The server is away: nothing was changed.'),
    });
  return (
    <Part>
      {data.demo ? (
        <Small ink="inkSoft">This is the demo shop. A shop of your own is kept apart from it; the demo stays as it is.</Small>
      ) : null}
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      {left > 0 ? <Banner tone="wait">Entries of this shop wait to be sent first.</Banner> : null}
      <Companion
        title={data.demo ? (data.ownIsThere ? 'Open your own shop' : 'Start your own shop') : 'Open the demo'}
        onPress={go}
        disabled={left > 0}
        busy={open.isPending}
        testID="which-shop"
      />
    </Part>
  );
}
