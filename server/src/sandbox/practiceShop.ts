import { join } from 'node:path';
import type { PersonRecord } from '@elm-mist/contract';
import { instantIn } from '@elm-mist/core/clock';
import { hiddenVisit, type HiddenVisit } from '@elm-mist/core/trainer';
import { seedPracticeShop } from '../demo/seed';
import { DEMO_COILS, DEMO_SHOP, DEMO_SYSTEMS } from '../demo/shop';
import { addVisit } from '../services/visits';
import { openStore, type Store } from '../store/open';
import { writeShop } from '../store/settings';
import * as t from '../store/schema';

/** The day that every practised visit is on, and when it begins: the sun moves from there. */
const DAY = '2026-06-11';
const BEGINS_MIN = 12 * 60 + 30;
/** Systems that are practised on: those whose coils the practice of rinsing has a model of. */
const SYSTEMS = DEMO_SYSTEMS.filter(({ id }) => DEMO_COILS.some((coil) => coil.systemId === id && coil.role === 'condenser'));

/** A visit to practise in a shop of its own. */
export interface PracticeShop {
  visitId: string;
  hidden: HiddenVisit;
  startMs: number;
}

/** Writes the shop that every practised visit begins with, without its visit, into a folder. @returns the file */
export function drawPracticeShop(folder: string, migrations: string): string {
  const store = openStore(join(folder, 'practice.db'), migrations);
  seedPracticeShop(store, DAY);
  store.close();
  return store.file;
}

/**
 * Puts a visit to practise into a drawn shop, and one account: the learner's, as lead, with the licences that they have.
 * @param seed decides the system and everything that is hidden
 */
export function openPracticeShop(store: Store, learner: PersonRecord, seed: number): PracticeShop {
  const startMs = instantIn(DEMO_SHOP.zone, DAY, BEGINS_MIN);
  const crewId = learner.crewId ?? learner.id;
  store.write((db) => {
    writeShop(db, { ...DEMO_SHOP, crew: [{ id: crewId, name: learner.name, licences: [...learner.licences], archived: false }] });
    db.insert(t.account)
      .values({ id: learner.id, crewId, name: learner.name, role: 'lead', secret: null, codeUntil: null, active: true })
      .run();
  });
  const system = SYSTEMS[seed % SYSTEMS.length];
  if (!system) throw new Error('the demo has no system to practise on');
  const coils = DEMO_COILS.filter((coil) => coil.systemId === system.id);
  // Every other one is the outdoor coil alone.
  const chosen = Math.floor(seed / SYSTEMS.length) % 2 === 0 ? coils.filter(({ role }) => role === 'condenser') : coils;
  const { id } = addVisit(
    store,
    {
      systemId: system.id,
      day: DAY,
      startMinute: BEGINS_MIN,
      durationMin: 120,
      coilIds: chosen.map((coil) => coil.id),
      purpose: 'Cleaning, to practise',
    },
    new Date(startMs).toISOString(),
  );
  return { visitId: id, hidden: hiddenVisit(seed, chosen), startMs };
}
