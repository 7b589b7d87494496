import { PRACTICE_FORM, practiceCoilSchema } from '@elm-mist/contract';
import type { PracticeCase, PracticeCoil } from '@elm-mist/core/trainer';
import { ValidationError } from 'yup';
import { saveFile } from '@/device/saveFile';

/** Largest file that is taken for a coil, bytes. */
const MOST_BYTES = 100_000;

/** The file that a coil goes out as. */
export const coilText = ({ id: _id, ...coil }: PracticeCase): string => JSON.stringify({ is: PRACTICE_FORM, form: 1, coil }, null, 2);

/** Hands a coil out as a file. */
export const saveCoil = (coil: PracticeCase): void =>
  saveFile(
    new Blob([coilText(coil)], { type: 'application/json' }),
    `${coil.name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase() || 'coil'}.json`,
  );

/** A coil out of a file. @throws Error that says what is wrong with it, by the name of its field */
export async function readCoil(file: Blob): Promise<PracticeCoil> {
  if (file.size > MOST_BYTES) throw new Error('That file is too large to be a coil.');
  let read: unknown;
  try {
    read = JSON.parse(await file.text());
  } catch {
    throw new Error('That file is no JSON.');
  }
  const { is, form, coil } = (read ?? {}) as { is?: unknown; form?: unknown; coil?: unknown };
  if (is !== PRACTICE_FORM) throw new Error(`That file does not say that it is “${PRACTICE_FORM}”.`);
  if (form !== 1) throw new Error('That file is of a newer form than this program reads.');
  try {
    return practiceCoilSchema.validateSync(coil) as PracticeCoil;
  } catch (error) {
    if (error instanceof ValidationError) throw new Error(`${error.path ? `${error.path}: ` : ''}${error.message}`, { cause: error });
    throw error;
  }
}
