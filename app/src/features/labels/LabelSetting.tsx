import { LABEL_STOCK_TABLE, LABEL_STOCKS, type LabelStock } from '@elm-mist/core/report';
import { useState } from 'react';
import { View } from 'react-native';
import { readText, writeDevice } from '@/device/memory';
import { Companion, Label, OneOf, Small, space } from '@/ui';

const STOCK = 'label-stock';
const USED = 'labels-used';
const isStock = (word: string | undefined): word is LabelStock => LABEL_STOCKS.some((id) => id === word);

/** Which sheet labels are printed on, and how many of it are gone; kept on this device. */
export interface LabelSetting {
  stock: LabelStock;
  /** Place of the first label, from 0. */
  first: number;
  set: (stock: LabelStock, first: number) => void;
}

export function useLabelSetting(): LabelSetting {
  const [kept, keep] = useState(() => {
    const word = readText(STOCK) ?? undefined;
    const stock = isStock(word) ? word : LABEL_STOCKS[0];
    const { columns, rows } = LABEL_STOCK_TABLE[stock];
    return { stock, first: Math.min(Number(readText(USED) ?? 0) || 0, columns * rows - 1) };
  });
  return {
    ...kept,
    set: (stock, first) => {
      writeDevice(STOCK, stock);
      writeDevice(USED, String(first));
      keep({ stock, first });
    },
  };
}

/** The choice itself. @param changed what was made of the labels before no longer fits */
export function LabelStockPart({ setting, changed }: { setting: LabelSetting; changed: () => void }) {
  const { stock, first } = setting;
  const set: LabelSetting['set'] = (...to) => {
    setting.set(...to);
    changed();
  };
  const { columns, rows, paper } = LABEL_STOCK_TABLE[stock];
  const all = columns * rows;
  return (
    <View style={{ gap: space.s }}>
      <Label>Printed on</Label>
      <OneOf
        label="Printed on"
        options={LABEL_STOCKS.map((id) => ({ value: id, label: LABEL_STOCK_TABLE[id].name }))}
        value={stock}
        onChange={(next) => set(next, 0)}
        testID="label-stock"
      />
      {paper === null ? null : (
        <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
          <Companion title="One fewer" onPress={() => set(stock, first - 1)} disabled={first === 0} />
          <View style={{ flex: 1 }}>
            <Small testID="labels-used">{first === 0 ? 'A fresh sheet' : `${first} of ${all} are gone from the sheet`}</Small>
          </View>
          <Companion title="One more gone" onPress={() => set(stock, first + 1)} disabled={first >= all - 1} testID="label-gone" />
        </View>
      )}
      <Small ink="inkSoft">
        Print at full size, without fitting to the page. A sheet of plain paper held behind shows whether it fits.
      </Small>
    </View>
  );
}
