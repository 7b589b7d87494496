import type { CoilRecord, SystemDetail } from '@elm-mist/contract';
import { fullRunCoils, scribe } from '@elm-mist/core/testing/fullRun';
import { fireEvent, screen } from '@testing-library/react';
import type * as Fakes from '@/testing/fakes';
import { detailOf, openPage, settle } from '@/testing/openVisit';
import { CoilForm } from './CoilForm';

jest.mock('expo-router', () => jest.requireActual<typeof Fakes>('@/testing/fakes').stillRouter({ systemId: 's1', coilId: 'coil-1' }));

const { system, place } = detailOf(scribe('v1').events);
const coil: CoilRecord = { ...fullRunCoils[0], systemId: 's1', name: '', archived: false };
const detail: SystemDetail = { system, place, coils: [coil], history: [], upcoming: [], findings: [] };
const fields = (label: RegExp) => screen.getAllByLabelText<HTMLInputElement>(label);
const save = async () => {
  fireEvent.click(screen.getByRole('button', { name: 'Save the coil' }));
  await settle();
};

test('a wall or fence before a face wants both its height and how far off it stands, and is kept with the face', async () => {
  const written = await openPage(<CoilForm />, { '/systems/s1': detail });
  fireEvent.change(fields(/^Wall or fence/)[0]!, { target: { value: '1800' } });
  await save();
  expect(written).toEqual([]);
  expect(screen.getByText('Type the height and how far off, or neither.')).toBeTruthy();
  fireEvent.change(fields(/^How far off/)[0]!, { target: { value: '900' } });
  fireEvent.click(screen.getAllByRole('radio', { name: 'West' })[0]!);
  await save();
  expect(written).toHaveLength(1);
  const { faces } = written[0]!.body as { faces: { facesDeg: number | null; fence: unknown }[] };
  expect(faces[0]).toMatchObject({ facesDeg: 270, fence: { heightM: 1.8, distanceM: 0.9 } });
  expect(faces[1]).toMatchObject({ facesDeg: null, fence: null });
});

test('what the server refuses is shown, and nothing typed is lost', async () => {
  await openPage(<CoilForm />, { '/systems/s1': detail }, () => ({
    status: 422,
    body: { error: { code: 'out-of-range', message: 'No.', fields: { finsPerInch: 'Fins per inch must be at most 30.' } } },
  }));
  fireEvent.change(fields(/^Fins per inch/)[0]!, { target: { value: '29' } });
  await save();
  expect(screen.getByText('Fins per inch must be at most 30.')).toBeTruthy();
  expect(fields(/^Fins per inch/)[0]!.value).toBe('29');
});
