import { yupResolver } from '@hookform/resolvers/yup';
import { router } from 'expo-router';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { object } from 'yup';
import { useMoveVisit, useVisit } from '@/data';
import { Act, Banner, Companion, Small, ThumbBar } from '@/ui';
import { SLOT_FIELDS, SlotFields, slotOf, slotShape, typedSlot, type SlotValues } from '../places/slotFields';
import { placeErrors } from '../shared/formTrouble';
import { VisitScreen } from './VisitScreen';

/** Another day, another hour, more time: what has been entered stays with the visit. */
export function MoveVisit() {
  const { detail, state, house } = useVisit();
  const { visit } = detail;
  const move = useMoveVisit();
  const [trouble, setTrouble] = useState('');
  const { control, handleSubmit, setError } = useForm<SlotValues>({
    resolver: yupResolver(object(slotShape(house.units))),
    defaultValues: typedSlot(visit),
  });
  const keep = handleSubmit(async (values) => {
    setTrouble('');
    try {
      const moved = await move.mutateAsync({ id: visit.id, slot: slotOf(values) });
      router.replace(`/?day=${moved.day}`);
    } catch (error) {
      setTrouble(placeErrors(error, setError, SLOT_FIELDS));
    }
  });
  return (
    <VisitScreen
      bead="look"
      under="When it is to be"
      page="move"
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={() => router.back()} />
          <Act
            title="Move the visit"
            onPress={() => void keep()}
            busy={move.isPending}
            disabled={state.closed !== null}
            testID="move-keep"
          />
        </ThumbBar>
      }
    >
      {state.closed ? <Banner tone="info">The visit is closed: it stays on its day.</Banner> : null}
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      <SlotFields control={control} />
      <Small ink="inkSoft">What has been looked at, planned and done stays with the visit.</Small>
    </VisitScreen>
  );
}
