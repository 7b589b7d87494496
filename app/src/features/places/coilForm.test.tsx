import type { CoilRecord, SystemDetail } from '@elm-mist/contract';
import { fullRunCoils, scribe } from '@elm-mist/core/testing/fullRun';
import { cleanup, fireEvent, screen } from '@testing-library/react';
import type * as Fakes from '@/testing/fakes';
import { went } from '@/testing/fakes';
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

test('saved, it goes on to the system; who went elsewhere while it was on its way is left there', async () => {
  went.length = 0;
  expect(await openPage(<CoilForm />, { '/systems/s1': detail }).then((written) => save().then(() => written))).toHaveLength(1);
  expect(went).toEqual(['/systems/s1']);
  cleanup();
  const written = await openPage(<CoilForm />, { '/systems/s1': detail }, () => {
    history.pushState({}, '', '/places');
    return { status: 200, body: {} };
  });
  await save();
  expect(written).toHaveLength(1);
  expect(went).toEqual(['/systems/s1']);
});

test('what was typed and not saved is there again, says so, and can be let go; saved, nothing is left of it', async () => {
  await openPage(<CoilForm />, { '/systems/s1': detail });
  const before = fields(/^Fins per inch/)[0]!.value;
  fireEvent.change(fields(/^Fins per inch/)[0]!, { target: { value: '21' } });
  cleanup();
  await openPage(<CoilForm />, { '/systems/s1': detail });
  expect(fields(/^Fins per inch/)[0]!.value).toBe('21');
  fireEvent.click(screen.getByRole('button', { name: 'Start anew' }));
  await settle();
  expect(fields(/^Fins per inch/)[0]!.value).toBe(before);
  expect(screen.queryByText(/^Typed before/)).toBeNull();
  fireEvent.change(fields(/^Fins per inch/)[0]!, { target: { value: '22' } });
  await save();
  cleanup();
  await openPage(<CoilForm />, { '/systems/s1': detail });
  expect(fields(/^Fins per inch/)[0]!.value).toBe(before);
});
