import { Controller, type Control, type FieldPath, type FieldValues } from 'react-hook-form';
import { Field } from '@/ui';
import type { ComponentProps } from 'react';

type Props<V extends FieldValues> = { control: Control<V>; name: FieldPath<V> } & Omit<
  ComponentProps<typeof Field>,
  'value' | 'onChange' | 'error'
>;

/** A Field bound to a form; it shows the form's error for its name. */
export function FormField<V extends FieldValues>({ control, name, ...rest }: Props<V>) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field, fieldState }) => (
        <Field {...rest} value={String(field.value ?? '')} onChange={field.onChange} error={fieldState.error?.message} />
      )}
    />
  );
}
