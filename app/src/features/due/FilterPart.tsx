import { DUE_KIND_NAMES, DUE_KINDS } from '@elm-mist/core/closing';
import { View } from 'react-native';
import { AnyOf, Companion, Field, Label, OneOf, Part, space, Tick } from '@/ui';
import { COILS, ORDERS, USUAL_FILTER, type DueFilter } from './dueFilter';

/** What the list of what is due is narrowed to, and its order. */
export function FilterPart({
  filter,
  change,
  words,
  setWords,
}: {
  filter: DueFilter;
  change: (filter: DueFilter) => void;
  words: string;
  setWords: (words: string) => void;
}) {
  return (
    <Part first testID="due-filter">
      <Field label="Place, owner, street or model" value={words} onChange={setWords} testID="due-words" />
      <Label>In which order</Label>
      <OneOf
        label="In which order"
        options={ORDERS}
        value={filter.order}
        onChange={(order) => change({ ...filter, order })}
        testID="due-order"
      />
      <Label>What</Label>
      <AnyOf
        label="What is due"
        options={DUE_KINDS.map((kind) => ({ value: kind, label: DUE_KIND_NAMES[kind] }))}
        value={filter.kinds}
        onChange={(kinds) => change({ ...filter, kinds: DUE_KINDS.filter((kind) => kinds.includes(kind)) })}
        testID="due-kinds"
      />
      <Label>Which coils</Label>
      <OneOf
        label="Which coils"
        options={COILS}
        value={filter.coils}
        onChange={(coils) => change({ ...filter, coils })}
        testID="due-coils"
      />
      <Tick
        label="Only what the shelf can do"
        help="A cleaner that is there, still good, and allowed on the coil; or water by its maker"
        value={filter.shelf}
        onChange={(shelf) => change({ ...filter, shelf })}
        testID="due-shelf"
      />
      <View style={{ alignItems: 'flex-start', gap: space.s }}>
        <Companion
          title="As usual"
          onPress={() => {
            change({ ...USUAL_FILTER, ahead: filter.ahead, unplanned: filter.unplanned });
            setWords('');
          }}
          testID="due-usual"
        />
      </View>
    </Part>
  );
}
