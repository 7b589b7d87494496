import { refused } from '../http/problem';
import type { Db } from '../store/open';
import * as t from '../store/schema';
import { storedShop } from '../store/settings';

/** @throws Problem 422 where a shop that has people would be left without an owner who works there and may sign in */
export function keepsAnOwner(db: Db): void {
  const accounts = db.select().from(t.account).all();
  if (accounts.length === 0) return;
  const here = new Set((storedShop(db)?.crew ?? []).flatMap((member) => (member.archived ? [] : [member.id])));
  const owner = accounts.some(({ role, active, crewId }) => role === 'owner' && active && (crewId === null || here.has(crewId)));
  if (!owner) throw refused('crew', 'A shop keeps one owner at least: make somebody else one first, under People.');
}
