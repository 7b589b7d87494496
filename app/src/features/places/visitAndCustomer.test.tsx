import type { CoilRecord, CustomerDetail, CustomerRecord, SystemDetail } from '@elm-mist/contract';
import { fullRunCoils, scribe } from '@elm-mist/core/testing/fullRun';
import { cleanup, fireEvent, screen } from '@testing-library/react';
import { writeDevice } from '@/device/memory';
import { forgetDevice } from '@/testing/device';
import type * as Fakes from '@/testing/fakes';
import { went } from '@/testing/fakes';
import { detailOf, ME, openPage, settle } from '@/testing/openVisit';
import { draftValues } from '@/data';
import { CustomerPage } from './CustomerPage';
import { NewVisit } from './NewVisit';

jest.mock('expo-router', () => jest.requireActual<typeof Fakes>('@/testing/fakes').stillRouter({ systemId: 's1', customerId: 'c1' }));
beforeEach(() => {
  forgetDevice();
  went.length = 0;
});
afterEach(() => jest.restoreAllMocks());

const { system, place } = detailOf(scribe('v1').events);
const coils: CoilRecord[] = fullRunCoils.map((coil) => ({ ...coil, systemId: 's1', name: '', archived: false }));
const detail: SystemDetail = { system, place, coils, history: [], upcoming: [], findings: [] };
const field = (label: string | RegExp) => screen.getByLabelText<HTMLInputElement>(label);
const type = (label: string | RegExp, value: string) => fireEvent.change(field(label), { target: { value } });
const press = async (name: string | RegExp) => {
  fireEvent.click(screen.getByRole('button', { name }));
  await settle();
};
const refusal = (fields: Record<string, string>) => ({ status: 422, body: { error: { code: 'out-of-range', message: 'No.', fields } } });

test('a new visit that was refused is there again with what was typed, without a coil that was put away since; saved, it is gone', async () => {
  const open = (answer: SystemDetail, taken: Parameters<typeof openPage>[2]) => openPage(<NewVisit />, { '/systems/s1': answer }, taken);
  await open(detail, () => refusal({ day: 'The day is taken.' }));
  type(/^Purpose/, 'Gate squeaks');
  await press('Save the visit');
  expect(screen.getByText('The day is taken.')).toBeTruthy();
  cleanup();
  const [first, ...rest] = coils;
  const written = await open({ ...detail, coils: [{ ...first!, archived: true }, ...rest] }, () => ({
    status: 200,
    body: { id: 'v9', day: '2031-01-01' },
  }));
  expect(screen.getByText(/^Typed before/)).toBeTruthy();
  expect(field(/^Purpose/).value).toBe('Gate squeaks');
  await press('Save the visit');
  expect(written.map(({ body }) => body)).toEqual([
    expect.objectContaining({ purpose: 'Gate squeaks', coilIds: rest.map(({ id }) => id) }),
  ]);
  expect(went).toEqual(['/systems/s1']);
  cleanup();
  await open(detail, undefined);
  expect(screen.queryByText(/^Typed before/)).toBeNull();
  expect(field(/^Purpose/).value).toBe('');
});

test('a customer’s name that was typed and left is held against the name it was typed over; saved, nothing is left of it', async () => {
  const customer: CustomerRecord = { id: 'c1', name: 'Odo Lantry', phone: '', quiet: false, places: 1 };
  const open = (now: CustomerRecord) =>
    openPage(<CustomerPage />, { '/customers/c1': { customer: now, places: [] } satisfies CustomerDetail }, ({ body }) => ({
      status: 200,
      body: { customer: { ...now, ...(body as object) }, places: [] },
    }));
  await open(customer);
  type('Customer', 'Odo Lantry-Marl');
  cleanup();
  // Somebody else put the phone in meanwhile.
  const written = await open({ ...customer, phone: '555 0144' });
  expect([field('Customer').value, field('Phone').value]).toEqual(['Odo Lantry-Marl', '']);
  await press('Save the customer');
  expect(written.map(({ body }) => body)).toEqual([
    { name: 'Odo Lantry-Marl', phone: '', quiet: false, was: { name: 'Odo Lantry', phone: '', quiet: false } },
  ]);
  expect(screen.queryByText(/^Typed before/)).toBeNull();
  cleanup();
  await open({ ...customer, name: 'Odo Lantry-Marl' });
  expect(screen.queryByText(/^Typed before/)).toBeNull();
});

test('of a customer who is erased nothing half typed stays on the device, of another it does', async () => {
  const customer: CustomerRecord = { id: 'c1', name: 'Odo Lantry', phone: '', quiet: false, places: 1 };
  for (const key of ['place.p1', 'place.p1.position', 'place.p10', 'customer.c10'])
    writeDevice(`drafts.${ME.person?.id}.${key}`, '{"kept":true}');
  const answers: Record<string, unknown> = { '/customers/c1': { customer, places: [place] } satisfies CustomerDetail };
  await openPage(<CustomerPage />, answers, () => {
    answers['/me'] = { ...ME, erased: ['c1', 'p1'] };
    return { status: 200, body: { places: 1, systems: 1, visits: 0, pictures: 0 } };
  });
  type('Phone', '555 0144');
  await press('Erase them…');
  type(/^Type “Odo Lantry”/, 'Odo Lantry');
  await press('Erase them');
  expect(screen.getByText(/^1 place, 1 system/)).toBeTruthy();
  const left = ['customer.c1', 'place.p1', 'place.p1.position', 'place.p10', 'customer.c10'].filter(
    (key) => 'kept' in draftValues(key, {}) || 'phone' in draftValues(key, {}),
  );
  expect(left).toEqual(['place.p10', 'customer.c10']);
});
