import { EVENT_KINDS, eventPower } from '../run';
import { may, POWERS, ROLES, whoMay } from './powers';

test('each role may all that the one below it may, the owner everything, and a reader changes nothing', () => {
  for (const [i, role] of ROLES.entries())
    for (const power of POWERS) {
      const below = ROLES[i + 1];
      if (below && may(below, power)) expect(may(role, power)).toBe(true);
      if (role === 'owner') expect(may(role, power)).toBe(true);
      if (role === 'reader') expect(may(role, power)).toBe(power === 'read');
    }
});

test('whoever may not is told who may, by every power; no entry is for readers', () => {
  for (const power of POWERS) for (const role of ROLES) expect(whoMay(power).includes(role)).toBe(may(role, power));
  for (const kind of EVENT_KINDS) expect(may('reader', eventPower(kind))).toBe(false);
  expect(whoMay('records')).toBe('Merging, putting away and bringing in records is for the owner or lead.');
});
