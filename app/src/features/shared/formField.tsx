import type { ComponentProps } from 'react';
import { Controller, type Control, type FieldPath, type FieldPathByValue, type FieldValues } from 'react-hook-form';
import { AnyOf, Field, OneOf, Tick } from '@/ui';

/** What a bound control is given instead of its value. */
type Bound<V extends FieldValues, N extends FieldPath<V>, P> = { control: Control<V>; name: N } & Omit<P, 'value' | 'onChange' | 'error'>;

/** A Field bound to a form; it shows the form's error for its name. */
export function FormField<V extends FieldValues>({ control, name, ...rest }: Bound<V, FieldPath<V>, ComponentProps<typeof Field>>) {
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

type Word = string | number;
type OneOfProps<T extends Word> = ComponentProps<typeof OneOf<T>>;

/** One choice of several, bound to a form. */
export function FormOneOf<V extends FieldValues, N extends FieldPath<V>, T extends Word>({
  control,
  name,
  ...rest
}: Bound<V, N, OneOfProps<T>>) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field }) => <OneOf<T> {...(rest as OneOfProps<T>)} value={field.value} onChange={field.onChange} />}
    />
  );
}

type AnyOfProps<T extends string> = ComponentProps<typeof AnyOf<T>>;

/** Any of several, bound to a form. */
export function FormAnyOf<V extends FieldValues, N extends FieldPath<V>, T extends string>({
  control,
  name,
  ...rest
}: Bound<V, N, AnyOfProps<T>>) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field }) => <AnyOf<T> {...(rest as AnyOfProps<T>)} value={field.value} onChange={field.onChange} />}
    />
  );
}

/** A tick, bound to a form. */
export function FormTick<V extends FieldValues>({
  control,
  name,
  ...rest
}: Bound<V, FieldPathByValue<V, boolean>, ComponentProps<typeof Tick>>) {
  return (
    <Controller control={control} name={name} render={({ field }) => <Tick {...rest} value={field.value} onChange={field.onChange} />} />
  );
}
