import { FINDING_KINDS, FINDING_TABLE } from '../survey';
import { capacitorWords, findingWords, mayDo, type CrewMember } from './crew';

const crew: CrewMember[] = [
  { id: 'a', name: 'Wren', licences: [], archived: false },
  { id: 'b', name: 'Ives', licences: ['electrical'], archived: false },
  { id: 'c', name: 'Sloe', licences: ['electrical', 'refrigerant'], archived: true },
];

test('work that wants a licence is for who holds it, and for nobody who has left', () => {
  expect(mayDo(null, 'Wren', [])).toEqual({ who: 'self' });
  expect(mayDo('electrical', 'Ives', crew)).toEqual({ who: 'self' });
  expect(mayDo('electrical', 'Wren', crew)).toEqual({ who: 'crew', names: ['Ives'] });
  expect(mayDo('refrigerant', 'Wren', crew)).toEqual({ who: 'nobody' });
  expect(mayDo('refrigerant', 'Sloe', crew)).toEqual({ who: 'nobody' });
});

test('the capacitor is for who holds the licence; everybody else leaves it shut', () => {
  expect(capacitorWords('Ives', crew)).toMatch(/^You have/);
  expect(capacitorWords('Wren', crew)).toMatch(/for Ives.*stays shut/);
  expect(capacitorWords('Wren', crew.slice(0, 1))).toMatch(/^Nobody.*stays shut/);
});

test('every finding that wants a licence is told otherwise to who has it; others say nothing', () => {
  for (const what of FINDING_KINDS) {
    const words = new Set(crew.slice(0, 2).map(({ name }) => findingWords(what, name, crew)));
    expect(words.size).toBe(FINDING_TABLE[what].licence === 'electrical' ? 2 : 1);
    expect([...words].every((text) => (text === '') === (FINDING_TABLE[what].licence === null))).toBe(true);
  }
});
