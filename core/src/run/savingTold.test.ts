import { savingSentences, type SavingTold } from './savingTold';

const told: SavingTold = { verdict: 'saved', kWh: 420, low: 300, high: 540, money: null, file: 'm.csv', simulated: false, changes: '' };

test('a report says of whose air a saving is, as its page does; an entry of before says nothing of it', () => {
  const words = (over: Partial<SavingTold>) => savingSentences({ ...told, ...over }, '').join(' ');
  expect(words({})).toContain('over the same year of weather');
  expect(words({})).not.toMatch(/typical|simulated/);
  expect(words({ typicalYear: true })).toContain('over a typical year of weather');
  expect(words({ typicalAir: true })).toContain('a typical year’s, not their own');
  expect(words({ simulated: true, typicalAir: true })).toMatch(/simulated, not read\..*not their own\./);
});
