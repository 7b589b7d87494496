import { sunPath, sunPosition } from '@elm-mist/core/dryout';
import { CoreError } from '@elm-mist/core/errors';
import { formatDegrees } from '@elm-mist/core/position';
import type { UnitSystem } from '@elm-mist/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { instantOf, today, useNow, wallClock } from '@/data';
import { Banner, Companion, Field, Label, OneOf, Part, Small, space, SunRose } from '@/ui';
import type { BAROMETERS } from './position';
import { heightFromBarometer, HEIGHT_UNIT, positionTrouble, readPosition, spread, whereIAm, type PositionValues } from './position';

const FROM_WORDS: Record<PositionValues['positionFrom'], string> = {
  typed: 'As it was typed.',
  unit: 'Taken standing at the unit.',
  shop: 'The shop’s own.',
  unknown: 'Nobody has said yet where this is.',
};

/** Sun times and the rose of a position today. */
export function SunToday({ latitudeDeg, longitudeDeg }: { latitudeDeg: number; longitudeDeg: number }) {
  const now = useNow();
  const day = today();
  const path = sunPath(instantOf(day, 0), instantOf(day, 1440), latitudeDeg, longitudeDeg);
  const at = (ms: number) => wallClock(ms, 'h:mm a').toLowerCase();
  const times =
    path.rise && path.set
      ? `Sun today from ${at(path.rise.atMs)} to ${at(path.set.atMs)}`
      : path.points.length > 0
        ? 'The sun does not go down today'
        : 'The sun does not come up today';
  const high = path.highest ? `, highest ${Math.round(path.highest.altitudeDeg)}° in the ${north(path.highest.azimuthDeg)}` : '';
  return (
    <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.m }} testID="sun-today">
      <SunRose path={path} now={{ atMs: now, ...sunPosition(now, latitudeDeg, longitudeDeg) }} says={`${times}${high}.`} />
      <View style={{ flex: 1, gap: space.xs }}>
        <Small>{`${times}${high}.`}</Small>
        <Small ink="inkSoft">Rim: horizon. Middle: overhead. Dot: the sun now.</Small>
      </View>
    </View>
  );
}

const NAMES = ['north', 'north-east', 'east', 'south-east', 'south', 'south-west', 'west', 'north-west'];
const north = (azimuthDeg: number): string => NAMES[Math.round(azimuthDeg / 45) % 8] ?? '';

/** Latitude, longitude and height: typed, taken standing there, or the shop's; the height from a barometer as well. */
export function PositionFields({
  values,
  onChange,
  units,
  shop,
}: {
  values: PositionValues;
  onChange: (next: PositionValues) => void;
  units: UnitSystem;
  /** The shop's own position; null where there is none, or this is the shop's. */
  shop: PositionValues | null;
}) {
  const [asking, setAsking] = useState(false);
  const [trouble, setTrouble] = useState('');
  const [barometer, setBarometer] = useState('');
  const [unit, setUnit] = useState<keyof typeof BAROMETERS>(units === 'us' ? 'inHg' : 'kPa');
  const wrong = positionTrouble(values, units);
  const good = !wrong.latitude && !wrong.longitude && values.latitude.trim() !== '' ? readPosition({ ...values, height: '' }, units) : null;
  const here = async () => {
    setAsking(true);
    const found = await whereIAm();
    setAsking(false);
    setTrouble(typeof found === 'string' ? found : '');
    if (typeof found === 'string') return;
    onChange({
      ...values,
      latitude: formatDegrees('latitude', found.latitudeDeg),
      longitude: formatDegrees('longitude', found.longitudeDeg),
      ...(found.altitudeM === null ? {} : { height: String(Math.round(units === 'us' ? found.altitudeM / 0.3048 : found.altitudeM)) }),
      positionFrom: 'unit',
    });
  };
  const read = () => {
    try {
      onChange({ ...values, height: heightFromBarometer(barometer, unit, units) });
      setTrouble('');
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      setTrouble(
        error.code === 'out-of-range' ? 'That is no barometer’s reading on the spot: about 18 to 31 inHg, 61 to 107 kPa.' : error.message,
      );
    }
  };
  return (
    <Part title={<Label>Where it stands</Label>}>
      <Small ink="inkSoft">Sun on the faces, air pressure and drying go by it. Degrees in any usual writing, or both at once.</Small>
      <View style={{ flexDirection: 'row', gap: space.m, flexWrap: 'wrap' }}>
        <Field
          label="Latitude"
          value={values.latitude}
          onChange={(text) => onChange(spread(values, 'latitude', text))}
          error={wrong.latitude}
          grow
          testID="latitude"
        />
        <Field
          label="Longitude"
          value={values.longitude}
          onChange={(text) => onChange(spread(values, 'longitude', text))}
          error={wrong.longitude}
          grow
          testID="longitude"
        />
      </View>
      <View style={{ flexDirection: 'row', gap: space.s, flexWrap: 'wrap' }}>
        <Companion title="Here, where I stand" onPress={() => void here()} busy={asking} testID="position-here" />
        {shop ? <Companion title="As the shop" onPress={() => onChange({ ...shop, positionFrom: 'shop' })} testID="position-shop" /> : null}
      </View>
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      <Field
        label="Height above the sea"
        unit={HEIGHT_UNIT[units]}
        value={values.height}
        onChange={(height) => onChange({ ...values, height })}
        error={wrong.height}
        keyboard="numbers-and-punctuation"
        testID="height"
      />
      <View style={{ flexDirection: 'row', gap: space.s, flexWrap: 'wrap', alignItems: 'flex-end' }}>
        <Field label="Or by a barometer here" value={barometer} onChange={setBarometer} keyboard="decimal-pad" grow testID="barometer" />
        <OneOf
          label="Unit of the barometer"
          options={[
            { value: 'inHg' as const, label: 'inHg' },
            { value: 'kPa' as const, label: 'kPa' },
          ]}
          value={unit}
          onChange={setUnit}
        />
        <Companion title="Take the height from it" onPress={read} disabled={barometer.trim() === ''} testID="barometer-take" />
      </View>
      <Small ink="inkSoft">{FROM_WORDS[values.positionFrom]}</Small>
      {good && good.latitudeDeg !== null && good.longitudeDeg !== null ? (
        <SunToday latitudeDeg={good.latitudeDeg} longitudeDeg={good.longitudeDeg} />
      ) : null}
    </Part>
  );
}
