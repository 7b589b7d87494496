import {
  entryOf,
  type ApplicatorInput,
  type ApplicatorRecord,
  type CleanerInput,
  type CleanerRecord,
  type ShelfRecord,
  type StockInput,
  type StockRecord,
} from '@elm-mist/contract';
import { completeLabel } from '@elm-mist/core/mix';
import { useMutation } from '@tanstack/react-query';
import { v7 as uuidv7 } from 'uuid';
import { request } from './api';
import { queryClient } from './client';
import { made } from './making';
import { keys } from './queries';

const showOnShelf = (change: (shelf: ShelfRecord) => ShelfRecord): void =>
  void queryClient.setQueryData<ShelfRecord>(keys.shelf, (known) => (known ? change(known) : known));

/** Adds a cleaner, or changes the one of that id. */
export const useSaveCleaner = () =>
  useMutation({
    mutationFn: async ({ id, cleaner }: { id: string | null; cleaner: CleanerInput }): Promise<CleanerRecord> => {
      if (id !== null) {
        const changed = await request<CleanerRecord>('PUT', `/cleaners/${id}`, cleaner);
        await queryClient.invalidateQueries();
        return changed;
      }
      const body = { ...cleaner, id: uuidv7() };
      return made(
        { what: `the cleaner ${cleaner.name}`, path: '/cleaners', body },
        [],
        (): CleanerRecord => {
          const entry = entryOf(cleaner);
          return { ...entry, ...completeLabel(entry), id: body.id, sheet: null };
        },
        (record) => showOnShelf((shelf) => ({ ...shelf, cleaners: [...shelf.cleaners.filter((row) => row.id !== record.id), record] })),
      );
    },
  });

/** Adds an applicator, or changes the one of that id. */
export const useSaveApplicator = () =>
  useMutation({
    mutationFn: async ({ id, applicator }: { id: string | null; applicator: ApplicatorInput }): Promise<ApplicatorRecord> => {
      if (id !== null) {
        const changed = await request<ApplicatorRecord>('PUT', `/applicators/${id}`, applicator);
        await queryClient.invalidateQueries();
        return changed;
      }
      const body = { ...applicator, id: uuidv7() };
      return made(
        { what: `the applicator ${applicator.name}`, path: '/applicators', body },
        [],
        (): ApplicatorRecord => body,
        (record) =>
          showOnShelf((shelf) => ({ ...shelf, applicators: [...shelf.applicators.filter((row) => row.id !== record.id), record] })),
      );
    },
  });

export const useAddStock = () =>
  useMutation({
    mutationFn: (stock: StockInput) => {
      const body = { ...stock, id: uuidv7() };
      return made(
        { what: 'bottles on the shelf', path: '/stock', body },
        [stock.cleanerId],
        (): StockRecord[] =>
          Array.from({ length: stock.count }, (_, i) => ({
            id: i === 0 ? body.id : `${body.id}-${i + 1}`,
            cleanerId: stock.cleanerId,
            lot: stock.lot,
            expires: stock.expires ?? null,
            sizeL: stock.sizeL,
            leftL: stock.leftL ?? stock.sizeL,
          })),
        (records) => {
          const ids = new Set(records.map((row) => row.id));
          showOnShelf((shelf) => ({ ...shelf, stock: [...shelf.stock.filter((row) => !ids.has(row.id)), ...records] }));
        },
      );
    },
  });
