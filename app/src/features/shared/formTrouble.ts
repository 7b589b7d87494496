import { RefusedError } from '@/data';
import { refusedWords } from './useSave';
import type { FieldPath, FieldValues, UseFormSetError } from 'react-hook-form';

/**
 * Puts the server's field errors beside their fields. What belongs to no field of the form is returned, to be shown on its own.
 * @param names from the server's field to the form's
 */
export function placeErrors<V extends FieldValues>(
  error: unknown,
  setError: UseFormSetError<V>,
  names: Record<string, FieldPath<V>>,
): string {
  if (!(error instanceof RefusedError)) return refusedWords(error);
  const rest: string[] = [];
  for (const [field, message] of Object.entries(error.fields)) {
    const name = names[field] ?? names[field.replace(/\[\d+\]/g, '')];
    if (name) setError(name, { message });
    else rest.push(message);
  }
  return rest.join(' ');
}
