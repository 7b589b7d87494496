import { EDGES } from '@elm-mist/core/units';
import type { CoilRole } from '@elm-mist/core/equipment';
import type { UnitSystem } from '@elm-mist/core/units';
import { Controller, type Control } from 'react-hook-form';
import { View } from 'react-native';
import { Label, OneOf, Part, Small, space, Tick } from '@/ui';
import { FormField } from '../shared/formField';
import type { CoilFormValues } from './coilFormValues';
import { DIRECTIONS } from './coilFormValues';

/** One open face of a coil: its name and width, where it looks to, whether a wall stands before it. */
export function FaceFields({
  control,
  index,
  role,
  units,
}: {
  control: Control<CoilFormValues>;
  index: number;
  role: CoilRole;
  units: UnitSystem;
}) {
  return (
    <View style={{ gap: space.xs }}>
      <View style={{ flexDirection: 'row', gap: space.m, flexWrap: 'wrap' }}>
        <FormField control={control} name={`faces.${index}.name`} label="Name" grow />
        <FormField
          control={control}
          name={`faces.${index}.width`}
          label="Width"
          unit={EDGES.length.unit[units]}
          keyboard="decimal-pad"
          grow
        />
      </View>
      {role === 'condenser' ? (
        <>
          <Controller
            control={control}
            name={`faces.${index}.facesDeg`}
            render={({ field: looks }) => (
              <Part first title={<Label>Looks to, for the sun on it</Label>}>
                <OneOf
                  label={`Face ${index + 1} looks to`}
                  options={[...DIRECTIONS, { value: -1, label: 'Not noted' }]}
                  value={looks.value ?? -1}
                  onChange={(value) => looks.onChange(value === -1 ? null : value)}
                />
              </Part>
            )}
          />
          <Controller
            control={control}
            name={`faces.${index}.wallSide`}
            render={({ field: wall }) => <Tick label="Wall side, hard to reach" value={wall.value} onChange={wall.onChange} />}
          />
          <Small ink="inkSoft">
            A wall or fence before it keeps the low sun off: its height above the middle of the face, and how far off it stands. Leave both
            empty when there is none.
          </Small>
          <View style={{ flexDirection: 'row', gap: space.m, flexWrap: 'wrap' }}>
            <FormField
              control={control}
              name={`faces.${index}.fenceHeight`}
              label="Wall or fence"
              unit={EDGES.length.unit[units]}
              keyboard="decimal-pad"
              grow
            />
            <FormField
              control={control}
              name={`faces.${index}.fenceDistance`}
              label="How far off"
              unit={EDGES.length.unit[units]}
              keyboard="decimal-pad"
              grow
            />
          </View>
        </>
      ) : null}
    </View>
  );
}
