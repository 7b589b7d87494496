import { tableOf } from '../errors';
import { UPKEEP_NAMES } from '../interval/upkeep';
import { POWER_SOURCE_NAMES } from '../equipment';
import type { EventKind, VisitEvent } from './events';
import { FINDING_STANDING_NAMES } from './findingLife';
import { LOCKOUT_TABLE } from './lockoutSteps';
import { POWER_TABLE } from './powerUp';
import { PART_NAMES, type PartOff, type Refitted } from './takedown';
import { stepRow, type Section } from '../method';

/** What of a visit an entry is told by. */
export interface TellingState {
  hand: Readonly<Record<string, readonly Section[]>>;
  parts: readonly Refitted<PartOff>[];
}

type Teller<K extends EventKind> = (event: VisitEvent<K>, state: TellingState) => string;

const sectionName: Teller<'section.applied' | 'section.misted' | 'section.rinsed' | 'section.checked'> = ({ data }, state) => {
  const section = state.hand[data.coilId]?.find((row) => row.id === data.sectionId);
  return section ? `${section.number}, ${section.faceName}` : data.sectionId;
};
const stepName = (taskId: string): string => {
  const id = taskId.slice(taskId.indexOf('.') + 1);
  return stepRow(id).text.toLowerCase() || id;
};

/** What each kind of entry is, in words that finish "take back: …" and "the server did not take …". */
const WORDS: { [K in EventKind]: Teller<K> } = tableOf('entry', {
  'visit.started': () => 'the start of the visit',
  'story.noted': () => 'what they say',
  'rules.chosen': ({ data }) => `the school ${data.name}`,
  'finding.noted': () => 'a finding',
  'finding.step': ({ data }) => `a finding ${FINDING_STANDING_NAMES[data.step].toLowerCase()}`,
  'finding.closed': () => 'a finding set aside',
  'quote.made': ({ data }) => `quote ${data.number}`,
  'quote.answered': () => 'the answer to a quote',
  'photo.added': () => 'a photo',
  'identity.noted': () => 'the unit',
  'site.noted': () => 'the air',
  'coil.surveyed': () => 'a survey',
  'coil.skipped': () => 'a coil left out',
  'reading.taken': ({ data }) => `readings ${data.when}`,
  'readings.held': ({ data }) => `readings ${data.when}`,
  'runs.told': () => 'how long it runs',
  'light.measured': () => 'the light through a coil',
  'plan.made': () => 'a plan',
  'mix.made': () => 'a mix',
  'gate.step': ({ data }) => `${LOCKOUT_TABLE[data.step].name.toLowerCase()}, ${POWER_SOURCE_NAMES[data.source].toLowerCase()}`,
  'gate.skipped': ({ data }) => `${LOCKOUT_TABLE[data.step].name.toLowerCase()} left out`,
  'power.restored': () => 'power reported back',
  'power.step': ({ data }) => POWER_TABLE[data.step].name.toLowerCase(),
  'part.off': ({ data }) => `${PART_NAMES[data.kind].toLowerCase()} off`,
  'part.back': ({ data }, state) => {
    const part = state.parts.find((row) => row.eventId === data.partId);
    return part ? `${PART_NAMES[part.value.kind].toLowerCase()} back` : 'a part back';
  },
  'wire.noted': ({ data }) => `wire ${data.plug} ${data.terminal}`,
  'wire.back': () => 'a wire back',
  'coil.wetted': () => 'the coil is wet',
  'section.applied': (event, state) => `foam on ${sectionName(event, state)}`,
  'section.misted': (event, state) => `mist on ${sectionName(event, state)}`,
  'section.rinsed': (event, state) => `rinse of ${sectionName(event, state)}`,
  'section.checked': (event, state) => `check of ${sectionName(event, state)}`,
  'foam.ranOff': () => 'foam ran off',
  'condensate.looked': () => 'the look at pan and drain',
  'pan.poured': () => 'a pour over the pan',
  'drain.tested': () => 'a drain test',
  'float.tested': () => 'a float test',
  'task.begun': ({ data }) => `begun: ${stepName(data.taskId)}`,
  'task.done': ({ data }) => stepName(data.taskId),
  'crew.changed': () => 'who is there',
  'coil.checked': () => 'grades as left',
  'note.added': () => 'a note',
  'stock.used': () => 'an amount used',
  'due.set': ({ data }) => (data.date === null ? 'a due day as reckoned' : 'a due day set by hand'),
  'saving.told': () => 'what it saved, for the report',
  'upkeep.set': ({ data }) =>
    `${UPKEEP_NAMES[data.upkeep].toLowerCase()}: ${data.date === null ? 'a due day as reckoned' : 'a due day set by hand'}`,
  'close.checked': ({ data }) => (data.ok ? 'a tick at closing' : 'a reason at closing'),
  'visit.signed': ({ data }) => (data.who === 'customer' ? 'a signature' : 'nobody in'),
  'visit.suspended': () => 'the pause',
  'visit.resumed': () => 'going on again',
  'past.noted': () => 'an older record',
  'visit.closed': () => 'the closing',
  'visit.cancelled': () => 'the cancelling',
  'visit.reopened': () => 'the opening again',
  'event.undone': () => 'an undo',
});

/**
 * An entry in a few words: for the undo that would take it back, and for one that the server did not take.
 * @param event the entry
 * @param state the visit as it stood before it
 * @returns words that finish "take back: …"
 * @example entryWords({ id: 'e', visitId: 'v', at: '', by: '', kind: 'coil.wetted', data: { coilId: 'c' } }, { hand: {}, parts: [] }) // "the coil is wet"
 */
export function entryWords(event: VisitEvent, state: TellingState): string {
  const tell = WORDS[event.kind] as Teller<EventKind>;
  return tell(event, state);
}
