import { yearDayWords } from '@elm-mist/core/clock';
import { fluffWeeks, frostWeeks, looksWords, type Climate } from '@elm-mist/core/interval';
import { View } from 'react-native';
import { Field, Label, Part, Small, space } from '@/ui';
import type { SeasonText } from './seasonText';

/** Seed fluff and months of cooling where the shop works: due dates go by them. */
export function SeasonsPart({
  values,
  onChange,
  errors,
  latitudeDeg,
  climate,
}: {
  values: SeasonText;
  onChange: (values: SeasonText) => void;
  errors: Record<string, string>;
  /** Null where the shop's position is not known. */
  latitudeDeg: number | null;
  /** What is known of the year there, but for what is typed here. */
  climate: Climate | null;
}) {
  // What goes without anything typed: by that the empty fields say what they stand for.
  const where = latitudeDeg === null ? null : { latitudeDeg, climate: climate && { ...climate, asked: null } };
  const [fluff, frost] = where ? [fluffWeeks(where), frostWeeks(where)] : [null, null];
  const field = (name: keyof SeasonText, label: string) => (
    <Field
      grow
      label={label}
      value={values[name]}
      onChange={(text) => onChange({ ...values, [name]: text })}
      error={errors[name]}
      testID={`shop-${name}`}
    />
  );
  return (
    <Part title={<Label>The year here</Label>}>
      <Small ink="inkSoft">Coils that fluff dirties come due after it; how fast any coil dirties goes by the months that it runs.</Small>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.m }}>
        {field('fluffFrom', 'Seed fluff flies from')}
        {field('fluffTo', 'Through')}
      </View>
      <Small ink="inkSoft">
        {`A day such as 25 May. Left empty${fluff ? `, ${yearDayWords(fluff.from)} to ${yearDayWords(fluff.to)}` : ''}: by the air of a year that was put in, else by latitude${climate?.fluff ? `, moved by ${looksWords(climate.fluff)}` : ''}.`}
      </Small>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.m }}>
        {field('coolFrom', 'Houses are cooled from')}
        {field('coolTo', 'Through')}
      </View>
      <Small ink="inkSoft">A month. The air of a year that was put in goes before it; left empty, the usual months of the latitude.</Small>
      {frost ? (
        <Small ink="inkSoft">{`Outdoor coils do not come due from ${yearDayWords(frost.from)} to ${yearDayWords(frost.to)}, when water freezes on most days; salt is rinsed all the same.`}</Small>
      ) : null}
    </Part>
  );
}
