import { moneySign } from '@/data';
import { Companion, Part, space } from '@/ui';
import { type HouseRules } from '@elm-mist/core/method';
import { EDGES, readFigure, showFigure, toSi, trimDecimals } from '@elm-mist/core/units';
import { yupResolver } from '@hookform/resolvers/yup';
import { useForm } from 'react-hook-form';
import { View } from 'react-native';
import { object } from 'yup';
import { typedFigure } from '../shared/figures';
import { FormField } from '../shared/formField';

interface FigureForm {
  hourlyRate: string;
  waterPrice: string;
  energyPrice: string;
  minimumOutdoorC: string;
  clearanceM: string;
  clearanceTopM: string;
  hoseLMin: string;
  sprayerLMin: string;
  washerLMin: string;
}

/** What water is priced by. */
const WATER_UNIT = { us: { label: 'a 1,000 gal', m3: 3.785411784 }, si: { label: 'a m³', m3: 1 } } as const;

/** The shop's own numbers: price of an hour, coldest day, room to keep clear. */
export function RuleFigures({ rules, set }: { rules: HouseRules; set: (change: Partial<HouseRules>) => void }) {
  const { units } = rules;
  const schema = object({
    hourlyRate: typedFigure('An hour’s work', 'count', units, 0, 1000),
    waterPrice: typedFigure('Water', 'count', units, 0, 1000),
    energyPrice: typedFigure('Energy', 'count', units, 0, 100),
    minimumOutdoorC: typedFigure('Coldest day', 'temperature', units, 0, 20),
    clearanceM: typedFigure('Room all round', 'length', units, 0, 3),
    clearanceTopM: typedFigure('Room above', 'length', units, 0, 5),
    hoseLMin: typedFigure('The hose', 'flow', units, 1, 100),
    sprayerLMin: typedFigure('The pump sprayer', 'flow', units, 0.1, 20),
    washerLMin: typedFigure('The small washer', 'flow', units, 0.1, 20),
  });
  const shown: FigureForm = {
    hourlyRate: showFigure('count', rules.hourlyRate, units),
    waterPrice: trimDecimals(rules.waterPricePerM3 * WATER_UNIT[units].m3, 2),
    energyPrice: trimDecimals(rules.energyPricePerKwh, 4),
    minimumOutdoorC: showFigure('temperature', rules.minimumOutdoorC, units),
    clearanceM: showFigure('length', rules.clearanceM, units),
    clearanceTopM: showFigure('length', rules.clearanceTopM, units),
    hoseLMin: showFigure('flow', rules.hoseLMin, units),
    sprayerLMin: showFigure('flow', rules.sprayerLMin, units),
    washerLMin: showFigure('flow', rules.washerLMin, units),
  };
  const { control, handleSubmit } = useForm<FigureForm>({ resolver: yupResolver(schema), values: shown });
  const keep = handleSubmit((values) => {
    // Shown rounded: left as it is, a number stays as exact as it was.
    const read = (name: keyof FigureForm, exact: number, typed: (text: string) => number) =>
      values[name] === shown[name] ? exact : typed(values[name]);
    set({
      hourlyRate: read('hourlyRate', rules.hourlyRate, readFigure),
      waterPricePerM3: read('waterPrice', rules.waterPricePerM3, (text) => readFigure(text) / WATER_UNIT[units].m3),
      energyPricePerKwh: read('energyPrice', rules.energyPricePerKwh, readFigure),
      minimumOutdoorC: read('minimumOutdoorC', rules.minimumOutdoorC, (text) => toSi('temperature', text, units)),
      clearanceM: read('clearanceM', rules.clearanceM, (text) => toSi('length', text, units)),
      clearanceTopM: read('clearanceTopM', rules.clearanceTopM, (text) => toSi('length', text, units)),
      hoseLMin: read('hoseLMin', rules.hoseLMin, (text) => toSi('flow', text, units)),
      sprayerLMin: read('sprayerLMin', rules.sprayerLMin, (text) => toSi('flow', text, units)),
      washerLMin: read('washerLMin', rules.washerLMin, (text) => toSi('flow', text, units)),
    });
  });
  return (
    <Part first>
      <View style={{ flexDirection: 'row', gap: space.m, flexWrap: 'wrap' }}>
        <FormField control={control} name="hourlyRate" label="An hour’s work" unit={moneySign()} keyboard="decimal-pad" grow />
        <FormField
          control={control}
          name="waterPrice"
          label="Water"
          unit={`${moneySign()} ${WATER_UNIT[units].label}`}
          keyboard="decimal-pad"
          grow
        />
        <FormField control={control} name="energyPrice" label="Energy" unit={`${moneySign()} a kWh`} keyboard="decimal-pad" grow />
        <FormField
          control={control}
          name="minimumOutdoorC"
          label="Coldest day"
          unit={EDGES.temperature.unit[units]}
          keyboard="decimal-pad"
          grow
        />
        <FormField control={control} name="clearanceM" label="Room all round" unit={EDGES.length.unit[units]} keyboard="decimal-pad" grow />
        <FormField control={control} name="clearanceTopM" label="Room above" unit={EDGES.length.unit[units]} keyboard="decimal-pad" grow />
        <FormField control={control} name="hoseLMin" label="Garden hose flow" unit={EDGES.flow.unit[units]} keyboard="decimal-pad" grow />
        <FormField
          control={control}
          name="sprayerLMin"
          label="Pump sprayer flow"
          unit={EDGES.flow.unit[units]}
          keyboard="decimal-pad"
          grow
        />
        <FormField
          control={control}
          name="washerLMin"
          label="Small washer flow"
          unit={EDGES.flow.unit[units]}
          keyboard="decimal-pad"
          grow
        />
      </View>
      <Companion title="Keep the numbers" onPress={() => void keep()} />
    </Part>
  );
}
