import type { Configuration, Refrigerant } from '@elm-mist/core/equipment';
import type { CoilBuild } from '@elm-mist/core/method';
import type { PositionSource } from './equipment';

export interface PlaceRecord {
  id: string;
  name: string;
  address: string;
  customerId: string;
  customerName: string;
  phone: string;
  /** The owner wants no messages; absent in answers that were kept before it was asked. */
  quiet?: boolean;
  latitudeDeg: number;
  longitudeDeg: number;
  altitudeM: number;
  positionFrom: PositionSource;
  note: string;
  archived: boolean;
}

/** Somebody who owns places. */
export interface CustomerRecord {
  id: string;
  name: string;
  phone: string;
  /** Wants no reminders and no messages. */
  quiet: boolean;
  /** Places of theirs, put away ones too. */
  places: number;
}

/** One customer and what is theirs. */
export interface CustomerDetail {
  customer: CustomerRecord;
  places: PlaceRecord[];
}

export interface SystemRecord {
  id: string;
  placeId: string;
  name: string;
  configuration: Configuration;
  model: string;
  btuh: number;
  refrigerant: Refrigerant;
  madeYear: number | null;
  note: string;
  archived: boolean;
}

export interface CoilRecord extends CoilBuild {
  systemId: string;
  name: string;
  archived: boolean;
}

export interface PlaceSummary {
  place: PlaceRecord;
  /** Of each when it was visited last, when a coil is due first, and which. */
  systems: (SystemRecord & { lastVisit: string | null; nextDue: string | null; nextDueOf: string | null })[];
}

/** A page of places, by name. */
export interface PlacePage {
  places: PlaceSummary[];
  /** How many there are that match. */
  total: number;
  /** Ask with this to go on; null at the end. */
  next: string | null;
}

/** Most places of one page. */
export const PLACES_PER_PAGE = 50;
