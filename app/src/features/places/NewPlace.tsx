import { yupResolver } from '@hookform/resolvers/yup';
import { router } from 'expo-router';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { placeInputSchema } from '@elm-mist/contract';
import { useAddPlace } from '@/data';
import { Act, Banner, Companion, Screen, ScreenHead, ThumbBar } from '@/ui';
import { FormField } from '../shared/formField';
import { placeErrors } from '../shared/formTrouble';

const formSchema = placeInputSchema.pick(['name', 'address', 'customerName', 'phone', 'note']);

export function NewPlace() {
  const add = useAddPlace();
  const [trouble, setTrouble] = useState('');
  const { control, handleSubmit, setError } = useForm({
    resolver: yupResolver(formSchema),
    defaultValues: { name: '', address: '', customerName: '', phone: '', note: '' },
  });
  const save = handleSubmit(async (values) => {
    setTrouble('');
    try {
      const place = await add.mutateAsync({ ...values, latitudeDeg: 42.2, longitudeDeg: -100.6, altitudeM: 700 });
      router.replace(`/places/${place.id}/new-system`);
    } catch (error) {
      setTrouble(
        placeErrors(error, setError, { name: 'name', address: 'address', customerName: 'customerName', phone: 'phone', note: 'note' }),
      );
    }
  });
  return (
    <Screen
      head={<ScreenHead title="New place" under="Then its first system" />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={() => router.back()} />
          <Act title="Save the place" onPress={() => void save()} busy={add.isPending} />
        </ThumbBar>
      }
    >
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      <FormField control={control} name="name" label="Place" help="What the crew calls it" />
      <FormField control={control} name="address" label="Street" />
      <FormField control={control} name="customerName" label="Customer" />
      <FormField control={control} name="phone" label="Phone" keyboard="phone-pad" />
      <FormField control={control} name="note" label="Note" help="Gate, dog, parking, roof ladder" multiline />
    </Screen>
  );
}
