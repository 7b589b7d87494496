import type { Matching } from '@elm-mist/core/formats';
import { View } from 'react-native';
import { Heading, Label, OneOf, Part, Small, space } from '@/ui';

/** A table that was chosen: its headings, and its first row to show what stands under each. */
export interface TableHead {
  headings: string[];
  first: Record<string, string>;
}

const NONE = '—';

/** Reads headings and first row of a table on the device, before anything is sent. @returns null for a file that is no table */
export async function readTableHead(file: File): Promise<TableHead | null> {
  const { default: Papa } = await import('papaparse');
  return new Promise((done, failed) =>
    Papa.parse<Record<string, string>>(file, {
      header: true,
      preview: 1,
      skipEmptyLines: 'greedy',
      complete: ({ meta, data }) => {
        const headings = (meta.fields ?? []).filter((name) => name.trim() !== '');
        done(headings.length < 2 ? null : { headings, first: data[0] ?? {} });
      },
      error: failed,
    }),
  );
}

/** Columns that have to be there and have no heading yet. */
export const unmatched = (table: readonly { name: string; needed?: boolean }[], matching: Matching): string[] =>
  table.filter((column) => column.needed && !matching[column.name]).map((column) => column.name);

/** Which heading of the file fills which column, with what the first row has there. */
export function ColumnMatch({
  table,
  head,
  matching,
  onChange,
}: {
  table: readonly { name: string; needed?: boolean }[];
  head: TableHead;
  matching: Matching;
  onChange: (next: Matching) => void;
}) {
  return (
    <Part title={<Heading>Which column is which</Heading>}>
      <Small ink="inkSoft">Guessed from the headings. Put right what is wrong; what has none is left empty.</Small>
      {table.map(({ name, needed }) => (
        <View key={name} style={{ gap: space.xs }}>
          <Label>{`${name}${needed ? ', needed' : ''}`}</Label>
          <OneOf
            label={name}
            options={[NONE, ...head.headings].map((heading) => ({ value: heading, label: heading }))}
            value={matching[name] ?? NONE}
            onChange={(heading) => {
              const { [name]: _, ...rest } = matching;
              onChange(heading === NONE ? rest : { ...rest, [name]: heading });
            }}
          />
          {matching[name] ? <Small ink="inkSoft">{`First row: ${head.first[matching[name] ?? ''] || 'empty'}`}</Small> : null}
        </View>
      ))}
    </Part>
  );
}
