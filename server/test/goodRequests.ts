import { randomUUID } from 'node:crypto';
import { usualWords } from '@elm-mist/core/messages';
import { DEFAULT_HOUSE_RULES } from '@elm-mist/core/method';
import { emptyBook } from '@elm-mist/core/price';
import { usualWays } from '@elm-mist/core/report';

/** A request that is taken, for each route that writes, against the demo shop of the tests' day. */
export interface GoodRequest {
  /** What the demo answers where it cannot take it. */
  says?: number;
  method: string;
  /** As the router has it. */
  route: string;
  path: string;
  body: string | Uint8Array;
  /** Content type, where it is no JSON. */
  type?: string;
}

const JPEG = new Uint8Array([0xff, 0xd8, 0xff, 0xe0, 1, 2, 3]);
const PDF = new TextEncoder().encode('%PDF-1.7 a sheet');

const coil = {
  role: 'condenser',
  construction: 'copper-plate-fin',
  shape: 'wrap',
  finnedHeightM: 0.6,
  rows: 1,
  finsPerInch: 16,
  rowDepthM: 0.022,
  faces: [{ id: 'f1', name: 'Front', widthM: 0.8, wallSide: false, facesDeg: 180, fence: { heightM: 1.8, distanceM: 1 } }],
  guards: 'wire',
  topOpens: true,
  makerWaterOnly: false,
};
const place = {
  customerName: 'A customer',
  name: 'A place',
  address: 'A street',
  latitudeDeg: 42,
  longitudeDeg: -100,
  altitudeM: 700,
  note: '',
};
const system = {
  placeId: 'alder',
  name: 'A system',
  configuration: 'split-cool',
  model: '',
  btuh: 36000,
  refrigerant: 'R-410A',
  madeYear: 2014,
};
const shop = {
  name: 'A shop',
  address: 'A street',
  latitudeDeg: -43.5,
  longitudeDeg: 172.6,
  altitudeM: 20,
  zone: 'Pacific/Auckland',
  currency: 'NZD',
  crew: [{ id: 'wren-cotter', name: 'Wren Cotter', licences: ['electrical'] }],
  setUp: ['shop'],
};
const cleaner = (name: string) => ({
  name,
  chemistry: 'neutral',
  form: 'concentrate',
  chart: { light: '10:1', medium: '6:1', heavy: '4:1' },
  dwellMinS: 300,
  dwellMaxS: 600,
  packL: 3.8,
  packPrice: 30,
});
const practiceCoil = {
  name: 'A dusty slab',
  lesson: '',
  role: 'condenser',
  construction: 'copper-plate-fin',
  rows: 1,
  widthM: 0.9,
  heightM: 0.6,
  soils: ['dust'],
  grade: 2,
  stiffness: 'stiff',
  topOpens: true,
  site: { dryBulbC: 27, rhPct: 55, windMs: 1, sun: 'shade' },
  pan: null,
};
const slot = { day: '2026-07-01', startMinute: 540, durationMin: 90 };

export function goodRequests(): GoodRequest[] {
  const json = (method: string, route: string, path: string, body: unknown): GoodRequest => ({
    method,
    route: `/api${route}`,
    path: `/api${path}`,
    body: JSON.stringify(body),
  });
  const visitId = 'demo-visit-15';
  return [
    json('PUT', '/days/:day/crews', '/days/2026-06-11/crews', {
      crews: [{ id: 'wren-cotter', memberIds: ['wren-cotter'], from: 480, to: 1050 }],
      roads: { factor: 1.4, kmh: 45 },
    }),
    json('PUT', '/days/:day/order', '/days/2026-06-11/order', { rows: [] }),
    json('POST', '/places', '/places', place),
    json('POST', '/systems', '/systems', system),
    json('PUT', '/coils/:id', '/coils/fennick-hp-out', coil),
    json('POST', '/visits', '/visits', { systemId: 'fennick-hp', ...slot, purpose: 'Yearly wash' }),
    json('PUT', '/visits/:id/slot', '/visits/demo-visit-16/slot', slot),
    json('POST', '/visits/:id/events', `/visits/${visitId}/events`, {
      events: [
        { id: randomUUID(), visitId, at: '2026-06-11T15:00:00.000Z', by: 'Wren Cotter', kind: 'note.added', data: { text: 'A note' } },
      ],
    }),
    json('PUT', '/house-rules', '/house-rules', DEFAULT_HOUSE_RULES),
    json('PUT', '/price-book', '/price-book', {
      ...emptyBook(),
      rows: [{ id: 'labour', way: 'minutes', amount: '95.00', taxPct: '5.5' }],
      parts: [{ name: 'Contactor', amount: '38.50', taxPct: '5.5' }],
    }),
    json('PUT', '/places/:id/meter', '/places/alder/meter', {
      file: 'meter.csv',
      step: 'days',
      rows: [{ day: '2026-06-01', days: 1, kWh: 20 }],
      notes: [],
      changes: '',
    }),
    json('PUT', '/systems/:id/clock', '/systems/fennick-hp/clock', {
      kind: 'coil',
      of: 'fennick-hp-out',
      due: '2027-03-01',
      why: 'They are away until then',
      by: 'Wren Cotter',
    }),
    json('PUT', '/systems/:id/agreement', '/systems/fennick-hp/agreement', {
      agreement: {
        since: '2026-01-01',
        renews: '2027-01-01',
        visitsAYear: 2,
        includes: ['exterior'],
        price: '240.00',
        note: '',
      },
    }),
    json('PUT', '/tariff', '/tariff', {
      tariff: {
        kind: 'hours',
        periods: [{ name: 'Peak', months: [6, 7, 8], days: 'weekdays', from: 16, to: 21, price: 0.42 }],
        otherPrice: 0.14,
      },
    }),
    json('PUT', '/feed', '/feed', { wanted: true }),
    json('PUT', '/owner-words', '/owner-words', { ...usualWords(), due: 'Due by {day}. {shop}' }),
    json('PUT', '/report-ways', '/report-ways', { ...usualWays(), paper: 'a4' }),
    json('PUT', '/shop', '/shop', shop),
    json('PUT', '/shop/open', '/shop/open', { which: 'demo' }),
    json('PUT', '/places/:id', '/places/alder', { ...place, was: place }),
    json('PUT', '/places/:id/archived', '/places/goosewater/archived', { archived: true }),
    json('POST', '/places/:id/merge', '/places/harrow/merge', { intoId: 'alder' }),
    json('PUT', '/customers/:id', '/customers/customer-alder', { name: 'Alder', phone: '', was: { name: 'Alder', phone: '' } }),
    json('POST', '/customers/:id/merge', '/customers/customer-alder/merge', { intoId: 'customer-fennick' }),
    json('PUT', '/systems/:id', '/systems/fennick-hp', { ...system, placeId: 'fennick', configuration: 'split-heat-pump' }),
    json('PUT', '/systems/:id/archived', '/systems/goosewater-boathouse/archived', { archived: true }),
    json('POST', '/systems/:id/coils', '/systems/alder-studio/coils', {
      ...coil,
      role: 'evaporator',
      name: `Head ${randomUUID().slice(0, 8)}`,
    }),
    json('PUT', '/coils/:id/archived', '/coils/goosewater-boathouse-in/archived', { archived: true }),
    json('PUT', '/visits/:id', '/visits/demo-visit-16', { ...slot, purpose: 'Yearly wash', coilIds: ['harrow-roof-out'] }),
    { method: 'POST', route: '/api/places/import', path: '/api/places/import', body: 'customer,street\nA,B\n', type: 'text/csv' },
    {
      method: 'POST',
      route: '/api/places/past',
      path: '/api/places/past',
      body: 'place,day,grade\nKiln house,2023-06-11,3\n',
      type: 'text/csv',
    },
    {
      method: 'POST',
      route: '/api/shelf/import',
      path: '/api/shelf/import?kind=stock&format=csv',
      body: 'id,product,lot,expires,size L,left L\n',
      type: 'text/csv',
    },
    {
      method: 'POST',
      route: '/api/weather',
      path: '/api/weather?format=csv',
      body: 'day,hour,temp,rh,wind\n2026-06-11,7,21,50,2\n',
      type: 'text/csv',
    },
    json('POST', '/cleaners', '/cleaners', cleaner(`A cleaner ${randomUUID()}`)),
    json('PUT', '/cleaners/:id', '/cleaners/tansy', cleaner(`Another ${randomUUID()}`)),
    json('POST', '/applicators', '/applicators', { name: 'A sprayer', kind: 'pump-sprayer', capacityL: 4 }),
    json('PUT', '/applicators/:id', '/applicators/pump-sprayer', { name: 'A sprayer', kind: 'pump-sprayer', capacityL: 4 }),
    json('POST', '/stock', '/stock', {
      cleanerId: 'tansy',
      lot: 'L',
      expires: '2027-01-01',
      sizeL: 3.8,
      leftL: 2,
      count: 1,
    }),
    json('PUT', '/stock/:id', '/stock/tansy-1', { leftL: 0.5 }),
    {
      method: 'PUT',
      route: '/api/visits/:id/photos/:photoId',
      path: `/api/visits/${visitId}/photos/${randomUUID()}`,
      body: JPEG,
      type: 'image/jpeg',
    },
    json('POST', '/practice', '/practice', {
      entries: [{ id: randomUUID(), atMs: 1_781_190_000_000, family: 'ratio', skill: 'ratio.amounts', seed: 1, right: true }],
    }),
    json('POST', '/practice/forget', '/practice/forget', {}),
    json('PUT', '/practice/share', '/practice/share', { shares: true }),
    json('POST', '/practice/visit', '/practice/visit', { exam: false, seed: 4 }),
    json('POST', '/practice/visit/ahead', '/practice/visit/ahead', { minutes: 5 }),
    json('POST', '/practice/visit/ask', '/practice/visit/ask', { question: 'money' }),
    json('POST', '/practice/visit/end', '/practice/visit/end', {}),
    json('POST', '/practice/coils', '/practice/coils', practiceCoil),
    { ...json('POST', '/practice/coils/:id/put-away', '/practice/coils/nowhere/put-away', {}), says: 404 },
    json('POST', '/backups', '/backups', {}),
    // One of theirs is planned.
    { ...json('POST', '/customers/:id/erase', '/customers/customer-fennick/erase', { name: 'Odile Fennick' }), says: 409 },
    json('POST', '/sign-in/demo', '/sign-in/demo', { id: 'wren-cotter', device: 'A phone' }),
    json('POST', '/sign-out', '/sign-out', {}),
    json('POST', '/people', '/people', { crewId: null, name: `Somebody ${randomUUID()}`, role: 'reader' }),
    json('PUT', '/people/:id', '/people/ives-vane', { role: 'technician', active: true }),
    json('POST', '/people/:id/code', '/people/ives-vane/code', {}),
    // Well said, and the demo, which has nobody with a password, says no.
    { ...json('POST', '/sign-in', '/sign-in', { name: 'Nobody', password: 'four plain short words', device: 'A phone' }), says: 422 },
    {
      ...json('POST', '/sign-in/first', '/sign-in/first', { name: 'Me', password: 'four plain short words', device: 'A phone' }),
      says: 409,
    },
    { ...json('PUT', '/me/password', '/me/password', { was: 'four plain short words', password: 'other plain short words' }), says: 422 },
    json('POST', '/password/strength', '/password/strength', { password: 'four plain short words' }),
    { ...json('POST', '/me/second', '/me/second', { password: 'four plain short words' }), says: 422 },
    { ...json('PUT', '/me/second', '/me/second', { code: '123456' }), says: 422 },
    { ...json('POST', '/me/second/off', '/me/second/off', { password: 'four plain short words' }), says: 422 },
    json('POST', '/me/notices/seen', '/me/notices/seen', {}),
    { ...json('POST', '/devices/:id/sign-out', `/devices/${randomUUID()}/sign-out`, {}), says: 404 },
    { method: 'PUT', route: '/api/cleaners/:id/sheet', path: '/api/cleaners/tansy/sheet', body: PDF, type: 'application/pdf' },
  ];
}
