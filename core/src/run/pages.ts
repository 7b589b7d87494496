import type { EventKind } from './events';

/** Where in a visit something is entered; an undo on a page takes back what was entered there and nothing else. */
export const PAGES = ['look', 'plan', 'mix', 'wash', 'takedown', 'power-up', 'run-sheet', 'readings', 'check', 'close'] as const;
/** One of `PAGES`. */
export type Page = (typeof PAGES)[number];

/** The page each kind of entry belongs to; null where it is not taken back by an undo, but put right by a later entry or asked about apart. */
export const PAGE_OF: Record<EventKind, Page | null> = {
  'visit.started': null,
  'story.noted': 'look',
  'rules.chosen': 'plan',
  'finding.noted': 'look',
  'finding.closed': 'look',
  'photo.added': 'look',
  'identity.noted': 'look',
  'site.noted': 'look',
  'coil.surveyed': 'look',
  'coil.skipped': 'look',
  'reading.taken': 'check',
  'readings.held': 'readings',
  'plan.made': 'plan',
  'mix.made': 'mix',
  'gate.step': 'wash',
  'gate.skipped': 'wash',
  'power.restored': 'wash',
  'power.step': 'power-up',
  'part.off': 'takedown',
  'part.back': 'takedown',
  'wire.noted': 'takedown',
  'wire.back': 'takedown',
  'coil.wetted': 'wash',
  'section.applied': 'wash',
  'section.misted': 'wash',
  'section.rinsed': 'wash',
  'section.checked': 'wash',
  'foam.ranOff': 'wash',
  'condensate.looked': 'wash',
  'pan.poured': 'wash',
  'drain.tested': 'wash',
  'float.tested': 'wash',
  'task.begun': 'run-sheet',
  'task.done': 'wash',
  'crew.changed': 'run-sheet',
  'runs.told': 'readings',
  'light.measured': 'check',
  'coil.checked': 'check',
  'note.added': 'close',
  'stock.used': 'close',
  'visit.closed': null,
  'visit.cancelled': null,
  'visit.reopened': null,
  'event.undone': null,
};
