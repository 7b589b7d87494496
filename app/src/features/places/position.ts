import type { PositionSource } from '@elm-mist/contract';
import { altitudeAtPressureM } from '@elm-mist/core/dryout';
import { CoreError } from '@elm-mist/core/errors';
import { formatDegrees, parseDegrees, parsePosition } from '@elm-mist/core/position';
import { parseSigned, trimDecimals, type UnitSystem } from '@elm-mist/core/units';

/** Where a place stands, as it is typed. */
export interface PositionValues {
  latitude: string;
  longitude: string;
  height: string;
  positionFrom: PositionSource;
  /** Units that the height is typed in. */
  units: UnitSystem;
}

const METRES_PER_FOOT = 0.3048;
export const HEIGHT_UNIT: Record<UnitSystem, string> = { us: 'ft', si: 'm' };
/** Units that a barometer is read in, with what one of them is, kPa. An inch of mercury: 3.386389 kPa (NIST SP 811, from memory). */
export const BAROMETERS = { inHg: 3.386389, kPa: 1 } as const;

interface Stands {
  latitudeDeg: number | null;
  longitudeDeg: number | null;
  altitudeM: number | null;
}

const heightText = (metres: number | null, units: UnitSystem): string =>
  metres === null ? '' : trimDecimals(units === 'us' ? metres / METRES_PER_FOOT : metres, 0);

/** A position as it would be typed; where nobody said, nothing is. */
export const typedPosition = (at: Stands & { positionFrom: PositionSource }, units: UnitSystem): PositionValues => {
  const known = at.positionFrom !== 'unknown';
  return {
    latitude: known && at.latitudeDeg !== null ? formatDegrees('latitude', at.latitudeDeg) : '',
    longitude: known && at.longitudeDeg !== null ? formatDegrees('longitude', at.longitudeDeg) : '',
    height: known ? heightText(at.altitudeM, units) : '',
    positionFrom: at.positionFrom,
    units,
  };
};

/** The same in other units: a height that can be read is told in them, another stays as it was typed. */
export function inUnits(values: PositionValues, units: UnitSystem): PositionValues {
  if (values.units === units) return values;
  let height = values.height;
  try {
    if (height.trim() !== '') height = heightText(parseSigned(height, 'Height') * (values.units === 'us' ? METRES_PER_FOOT : 1), units);
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
  }
  return { ...values, height, units };
}

/** What is wrong with each field of a position; empty where nothing is. */
export function positionTrouble(
  { latitude, longitude, height }: PositionValues,
  units: UnitSystem,
): Partial<Record<keyof PositionValues, string>> {
  const trouble: Partial<Record<keyof PositionValues, string>> = {};
  const judge = (field: 'latitude' | 'longitude', text: string) => {
    try {
      if (text.trim() !== '') parseDegrees(field, text);
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      trouble[field] = error.message;
    }
  };
  judge('latitude', latitude);
  judge('longitude', longitude);
  if ((latitude.trim() === '') !== (longitude.trim() === ''))
    trouble[latitude.trim() === '' ? 'latitude' : 'longitude'] = 'Give latitude and longitude, or neither.';
  if (height.trim() !== '') {
    try {
      const metres = parseSigned(height, 'Height') * (units === 'us' ? METRES_PER_FOOT : 1);
      if (metres < -400 || metres > 4000)
        trouble.height = `Height must be between ${heightText(-400, units)} and ${heightText(4000, units)} ${HEIGHT_UNIT[units]}.`;
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      trouble.height = error.message;
    }
  }
  return trouble;
}

/**
 * A position that has no trouble, in degrees and metres; null where nothing was typed.
 * @param was where it stood: what is typed as that is shown stays as exact as it was
 */
export function readPosition(
  { latitude, longitude, height }: PositionValues,
  units: UnitSystem,
  was?: (Stands & { positionFrom: PositionSource }) | null,
): Stands {
  const shown = was ? typedPosition(was, units) : null;
  const as = (typed: string, then: string | undefined, exact: number | null | undefined, read: () => number): number | null =>
    typed.trim() === '' ? null : typed === then && typeof exact === 'number' ? exact : read();
  return {
    latitudeDeg: as(latitude, shown?.latitude, was?.latitudeDeg, () => parseDegrees('latitude', latitude)),
    longitudeDeg: as(longitude, shown?.longitude, was?.longitudeDeg, () => parseDegrees('longitude', longitude)),
    altitudeM: as(
      height,
      shown?.height,
      was?.altitudeM,
      () => Math.round(parseSigned(height, 'Height') * (units === 'us' ? METRES_PER_FOOT : 1) * 10) / 10,
    ),
  };
}

/** Both at once, put into one of the two fields, are told apart. */
export function spread(values: PositionValues, field: 'latitude' | 'longitude', text: string): PositionValues {
  try {
    const both = parsePosition(text);
    if (both)
      return {
        ...values,
        latitude: formatDegrees('latitude', both.latitudeDeg),
        longitude: formatDegrees('longitude', both.longitudeDeg),
        positionFrom: 'typed',
      };
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
  }
  return { ...values, [field]: text, positionFrom: 'typed' };
}

/** The height that a barometer tells, as it would be typed. @throws CoreError when it is no reading of one */
export const heightFromBarometer = (text: string, unit: keyof typeof BAROMETERS, units: UnitSystem): string =>
  heightText(Math.round(altitudeAtPressureM(parseSigned(text, 'The barometer') * BAROMETERS[unit])), units);

/** What the browser says of where it is, or why it does not. */
export const whereIAm = (): Promise<{ latitudeDeg: number; longitudeDeg: number; altitudeM: number | null } | string> =>
  new Promise((done) => {
    if (!('geolocation' in navigator)) {
      done('This browser cannot tell where it is. Type the position, or take the shop’s.');
      return;
    }
    navigator.geolocation.getCurrentPosition(
      ({ coords }) => done({ latitudeDeg: coords.latitude, longitudeDeg: coords.longitude, altitudeM: coords.altitude }),
      ({ code }) =>
        done(
          code === 1
            ? 'This browser was not allowed to tell where it is. Type the position, or take the shop’s.'
            : 'Where this is could not be found out. Try again under open sky, or type it.',
        ),
      { enableHighAccuracy: true, timeout: 15_000, maximumAge: 60_000 },
    );
  });
