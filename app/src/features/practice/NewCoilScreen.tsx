import { PRACTICE_FORM, practiceCoilSchema, type PracticeCoilInput } from '@elm-mist/contract';
import { CONSTRUCTION_TABLE, CONSTRUCTIONS } from '@elm-mist/core/equipment';
import { GRADE_TABLE, SOIL_TABLE, SOILS, SUN_EXPOSURES, SUN_TABLE } from '@elm-mist/core/survey';
import { PRACTICE_CASES, type PracticeCoil } from '@elm-mist/core/trainer';
import { EDGES, readFigure, showFigure, type EdgeName, type UnitSystem } from '@elm-mist/core/units';
import { router, useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import { ValidationError } from 'yup';
import { useDraft, useHouseRules, useMakePracticeCoil } from '@/data';
import {
  Act,
  AnyOf,
  Banner,
  Companion,
  Field,
  FilePick,
  Heading,
  Label,
  OneOf,
  Part,
  Screen,
  ScreenHead,
  Small,
  ThumbBar,
  Tick,
} from '@/ui';
import { useSave } from '../shared/useSave';
import { readCoil } from './coilFile';

const { id: _id, name: _name, lesson: _lesson, ...PLAIN } = PRACTICE_CASES[0]!;
const EMPTY: PracticeCoil = { ...PLAIN, name: '', lesson: '' };

/** Figures as they are typed, in the reader's units. */
const FIGURES = [
  { key: 'widthM', label: 'Width', edge: 'length' },
  { key: 'heightM', label: 'Height', edge: 'length' },
  { key: 'site.dryBulbC', label: 'Air', edge: 'temperature' },
  { key: 'site.rhPct', label: 'Humidity', edge: 'percent' },
  { key: 'site.windMs', label: 'Wind', edge: 'wind' },
] as const satisfies readonly { key: string; label: string; edge: EdgeName }[];
const PAN = [
  { key: 'pan.litres', label: 'The pan holds', edge: 'volume' },
  { key: 'pan.drainLMin', label: 'The drain takes, each minute', edge: 'volume' },
] as const satisfies readonly { key: string; label: string; edge: EdgeName }[];

const typedOf = (coil: PracticeCoil, units: UnitSystem): Record<string, string> => ({
  widthM: showFigure('length', coil.widthM, units),
  heightM: showFigure('length', coil.heightM, units),
  'site.dryBulbC': showFigure('temperature', coil.site.dryBulbC, units),
  'site.rhPct': showFigure('percent', coil.site.rhPct, units),
  'site.windMs': showFigure('wind', coil.site.windMs, units),
  'pan.litres': showFigure('volume', coil.pan?.litres ?? 4, units),
  'pan.drainLMin': showFigure('volume', coil.pan?.drainLMin ?? 1, units),
});

/** What a link from a visit hands over, if it is a coil. */
function handed(text: string | undefined): PracticeCoil | null {
  if (!text) return null;
  try {
    return { ...EMPTY, ...(JSON.parse(text) as Partial<PracticeCoil>) };
  } catch {
    return null;
  }
}

/** A coil for the shop to practise on: by hand, from a visit without its names, or out of a file. */
export function NewCoilScreen() {
  const { from } = useLocalSearchParams<{ from?: string }>();
  const { units } = useHouseRules();
  const begun = (coil: PracticeCoil) => ({ coil, typed: typedOf(coil, units) });
  // Figures are typed in units, and kept with them.
  const [draft, keep, drop] = useDraft(`practice-coil.${units}`, () => begun(handed(from) ?? EMPTY), from ?? '');
  const { coil, typed } = draft;
  const [errors, setErrors] = useState<Record<string, string>>({});
  const { trouble, setTrouble, save } = useSave();
  const make = useMakePracticeCoil();
  const change = (part: Partial<PracticeCoil>) => keep({ ...draft, coil: { ...coil, ...part } });
  const si = (key: string, edge: EdgeName): number => EDGES[edge].toSi(readFigure(typed[key] ?? ''), units);
  const whole = (): unknown => ({
    ...coil,
    widthM: si('widthM', 'length'),
    heightM: si('heightM', 'length'),
    site: {
      ...coil.site,
      dryBulbC: si('site.dryBulbC', 'temperature'),
      rhPct: si('site.rhPct', 'percent'),
      windMs: si('site.windMs', 'wind'),
    },
    pan: coil.role === 'evaporator' ? { litres: si('pan.litres', 'volume'), drainLMin: si('pan.drainLMin', 'volume') } : null,
  });
  const send = async () => {
    let input: PracticeCoilInput;
    try {
      input = practiceCoilSchema.validateSync(whole(), { abortEarly: false });
    } catch (error) {
      if (!(error instanceof ValidationError)) throw error;
      // The field’s own words go before those of the coil as a whole.
      setErrors(Object.fromEntries([...error.inner].reverse().map(({ path, message }) => [path ?? '', message])));
      setTrouble(error.errors[0] ?? '');
      return;
    }
    setErrors({});
    await save(
      async () => {
        const { coil: made } = await make.mutateAsync(input);
        drop();
        return made;
      },
      (made) => router.replace(`/practice/${made.id}`),
    );
  };
  const figure = ({ key, label, edge }: { key: string; label: string; edge: EdgeName }) => (
    <Field
      key={key}
      label={label}
      value={typed[key] ?? ''}
      onChange={(text) => keep({ ...draft, typed: { ...typed, [key]: text } })}
      unit={EDGES[edge].unit[units]}
      keyboard="decimal-pad"
      error={errors[key]}
      testID={`coil-${key}`}
    />
  );
  return (
    <Screen
      testID="practice-new-coil"
      head={<ScreenHead title="A coil to practise on" under="Everybody of the shop finds it under Practice" />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={() => router.navigate('/practice')} />
          <Act title="Set it for the shop" onPress={() => void send()} busy={make.isPending} testID="coil-make" />
        </ThumbBar>
      }
    >
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      <FilePick
        title="Out of a file"
        label={`A file of “${PRACTICE_FORM}”`}
        accept=".json,application/json"
        onPick={(file) =>
          void readCoil(file).then(
            (read) => {
              keep(begun(read));
              setTrouble('');
            },
            (error: Error) => setTrouble(error.message),
          )
        }
        testID="coil-file"
      />
      <Field label="Name" value={coil.name} onChange={(name) => change({ name })} error={errors['name']} testID="coil-name" />
      <Field
        label="What it teaches"
        value={coil.lesson}
        onChange={(lesson) => change({ lesson })}
        error={errors['lesson']}
        testID="coil-lesson"
      />
      <Part title={<Heading>How it is built</Heading>}>
        <OneOf
          label="Role"
          options={[
            { value: 'condenser' as const, label: 'Outdoor coil' },
            { value: 'evaporator' as const, label: 'Indoor coil' },
          ]}
          value={coil.role}
          onChange={(role) => change({ role })}
          testID="coil-role"
        />
        <OneOf
          label="Construction"
          options={CONSTRUCTIONS.map((value) => ({ value, label: CONSTRUCTION_TABLE[value].name }))}
          value={coil.construction}
          onChange={(construction) => change({ construction })}
        />
        <OneOf
          label="Rows"
          options={([1, 2, 3] as const).map((value) => ({ value, label: value === 1 ? 'One row' : `${value} rows` }))}
          value={coil.rows}
          onChange={(rows) => change({ rows })}
        />
        <OneOf
          label="Fins"
          options={[
            { value: 'stiff' as const, label: 'Stiff fins' },
            { value: 'soft' as const, label: 'Soft fins' },
          ]}
          value={coil.stiffness}
          onChange={(stiffness) => change({ stiffness })}
        />
        <Tick label="The inside can be reached" value={coil.topOpens} onChange={(topOpens) => change({ topOpens })} />
        {FIGURES.slice(0, 2).map(figure)}
        {coil.role === 'evaporator' ? PAN.map(figure) : null}
      </Part>
      <Part title={<Heading>How it is found</Heading>}>
        <OneOf
          label="Grade"
          options={GRADE_TABLE.map(({ grade, name }) => ({ value: grade, label: `${grade} ${name}` }))}
          value={coil.grade}
          onChange={(grade) => change({ grade })}
          testID="coil-grade"
        />
        <Label>Soil, three kinds at most, the most of it first</Label>
        <AnyOf
          label="Soil"
          options={SOILS.map((value) => ({ value, label: SOIL_TABLE[value].name }))}
          value={coil.soils}
          onChange={(soils) => change({ soils })}
          testID="coil-soils"
        />
        {errors['soils'] ? <Small ink="brick">{errors['soils']}</Small> : null}
      </Part>
      <Part title={<Heading>The air</Heading>}>
        {FIGURES.slice(2).map(figure)}
        <OneOf
          label="Sun"
          options={SUN_EXPOSURES.map((value) => ({ value, label: SUN_TABLE[value].name }))}
          value={coil.site.sun}
          onChange={(sun) => change({ site: { ...coil.site, sun } })}
        />
      </Part>
    </Screen>
  );
}
