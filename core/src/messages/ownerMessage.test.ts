import fc from 'fast-check';
import { MESSAGE_KINDS, MESSAGE_TABLE, messageTrouble, ownerMessage, usualWords } from './ownerMessage';

test('the usual words are good, and nothing of them stays in braces', () => {
  for (const kind of MESSAGE_KINDS) {
    const text = usualWords()[kind];
    expect(messageTrouble(kind, text)).toBe('');
    const facts = Object.fromEntries(MESSAGE_TABLE[kind].words.map((word) => [word, `<${word}>`]));
    const made = ownerMessage(kind, text, facts);
    expect(made).not.toMatch(/[{}]/);
    expect(made).toContain('<owner>');
  }
});

test('whatever an owner or a place is called stands as it is, braces and all', () => {
  fc.assert(
    fc.property(fc.string(), fc.string(), (owner, place) => {
      expect(ownerMessage('due', 'A {owner} b {place} c', { owner, place })).toBe(`A ${owner} b ${place} c`);
    }),
  );
});

test('a word that is not known for it, an open brace and nothing at all are named', () => {
  expect(messageTrouble('due', 'At {time}')).toContain('{time}');
  expect(messageTrouble('moved', 'At {time')).toContain('brace');
  expect(messageTrouble('moved', ' ')).toContain('Write something');
  expect(() => ownerMessage('due', '{was}', {})).toThrow(expect.objectContaining({ code: 'unreadable', field: 'text' }));
});
