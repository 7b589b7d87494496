import { commonPractice } from '../because';
import type { JobFacts } from './methodFacts';
import type { Rule } from './rule';

/** Steps at which a caution is shown. */
export const CAUTION_STEPS = ['arrive', 'gate', 'open', 'dry-lift', 'mix', 'apply', 'rinse', 'close'] as const;
/** One of `CAUTION_STEPS`. */
export type CautionStep = (typeof CAUTION_STEPS)[number];

/** A hazard: what can happen and what to do now. */
export interface Caution {
  step: CautionStep;
  /** First words, set bold. */
  lead: string;
  text: string;
}

/** Hazards and the step where each bites. Common practice, no source; label, manual, local code and licence outrank them. */
export const CAUTIONS: readonly Rule<JobFacts, Caution>[] = [
  {
    id: 'caution.isolation',
    when: {},
    then: {
      step: 'gate',
      lead: 'A stopped fan proves nothing.',
      text: 'Isolate, keep the block with you, and prove dead with a meter you have proved.',
    },
    because: 'Live terminals stay upstream of a pulled disconnect.',
    source: commonPractice,
  },
  {
    id: 'caution.capacitor',
    when: { role: 'condenser' },
    then: { step: 'gate', lead: 'Capacitors hold charge.', text: 'Discharge only as the maker says, and only if you are licensed to.' },
    because: 'A run capacitor keeps its charge with the power off.',
    source: commonPractice,
  },
  {
    id: 'caution.a2l',
    when: { a2l: true },
    then: {
      step: 'arrive',
      lead: 'Mildly flammable refrigerant.',
      text: 'No ignition source. Leak-check before electrical work and ventilate.',
    },
    because: 'R-32 and R-454B are class A2L.',
    source: commonPractice,
  },
  {
    id: 'caution.gas',
    when: { gas: true },
    then: { step: 'gate', lead: 'Gas off first.', text: 'Shut the gas and keep the burners dry.' },
    because: 'A package gas/electric has burners in the same cabinet.',
    source: commonPractice,
  },
  {
    id: 'caution.roof',
    when: { package: true },
    then: { step: 'arrive', lead: 'Roof and ladder.', text: 'Tie off as local rules ask. Rest the lid where wind cannot take it.' },
    because: 'Package units often stand on a roof.',
    source: commonPractice,
  },
  {
    id: 'caution.fins',
    when: {},
    then: { step: 'open', lead: 'Fins and sheet metal cut.', text: 'Cut-resistant gloves. Lay the fan down without stretching its leads.' },
    because: 'Fin edges and panels are sharp.',
    source: commonPractice,
  },
  {
    id: 'caution.blower',
    when: { felts: true },
    then: { step: 'dry-lift', lead: 'Dust in eyes and lungs.', text: 'Eyes, ears and dust mask with a blower.' },
    because: 'Dry felt flies.',
    source: commonPractice,
  },
  {
    id: 'caution.droppings',
    when: { soils: { includes: 'nest' } },
    then: {
      step: 'dry-lift',
      lead: 'Nests and droppings.',
      text: 'Never blow them dry. P100 mask, damp them, lift by hand. Live animals first out; mind stings.',
    },
    because: 'Droppings carry disease.',
    source: commonPractice,
  },
  {
    id: 'caution.mould',
    when: { soils: { includes: 'biofilm' } },
    then: { step: 'open', lead: 'Mould.', text: 'N95 or P100 mask; keep spores out of the room.' },
    because: 'Biofilm sheds spores when it is disturbed.',
    source: commonPractice,
  },
  {
    id: 'caution.alkali',
    when: { role: 'condenser', strongAlkali: true },
    then: {
      step: 'mix',
      lead: 'Burns skin and eyes.',
      text: 'Chemical gloves and sealed goggles on before the cap is off. Splash: water at once for 15 minutes, then the safety sheet.',
    },
    because: 'Alkaline foam is caustic.',
    source: commonPractice,
  },
  {
    id: 'caution.hydrogen',
    when: { role: 'condenser', strongAlkali: true },
    then: {
      step: 'apply',
      lead: 'Alkali on aluminium makes hydrogen.',
      text: 'No flame or spark. Wind at your back. Never past the label’s dwell.',
    },
    because: 'Aluminium and strong alkali react.',
    source: commonPractice,
  },
  {
    id: 'caution.never-mix',
    when: { usesCleaner: true },
    then: {
      step: 'mix',
      lead: 'Never mix.',
      text: 'Bleach with vinegar or any acid makes chlorine gas; with ammonia, chloramine. Rinse the applicator and the drain between products.',
    },
    because: 'Drain treatment and coil cleaner meet in the pan.',
    source: commonPractice,
  },
  {
    id: 'caution.slip',
    when: { role: 'condenser', usesCleaner: true },
    then: {
      step: 'apply',
      lead: 'Foam is slippery.',
      text: 'Keep it off the ladder, the roof and the path. Wet the plants first; keep run-off from drains and ponds.',
    },
    because: 'Foam and run-off.',
    source: commonPractice,
  },
  {
    id: 'caution.occupants',
    when: { role: 'evaporator', sensitiveOccupants: true, usesCleaner: true },
    then: {
      step: 'apply',
      lead: 'Someone here is sensitive.',
      text: 'Tell them before you foam, air the room, and keep them and any birds away until it has rinsed.',
    },
    because: 'Asthma, infants or birds in the space.',
    source: commonPractice,
  },
  {
    id: 'caution.ceiling',
    when: { role: 'evaporator' },
    then: {
      step: 'rinse',
      lead: 'Water on boards and ceilings.',
      text: 'Shield the board, watch the pan, stop when it stands. Water from the second drain means the first is blocked.',
    },
    because: 'Rinse water indoors has nowhere else to go.',
    source: commonPractice,
  },
  {
    id: 'caution.compartment',
    when: { role: 'condenser', electrics: 'shield-everything' },
    then: {
      step: 'rinse',
      lead: 'Keep the jet off the controls.',
      text: 'Shield the compartment, and the fan motor while the top is upside down.',
    },
    because: 'Water in the control box.',
    source: commonPractice,
  },
  {
    id: 'caution.jet',
    when: { role: 'condenser', washer: false },
    then: { step: 'rinse', lead: 'No pressure washer.', text: 'Straight between the fins, never across them.' },
    because: 'Folded fins cost more than the dirt did.',
    source: commonPractice,
  },
  {
    id: 'caution.restart',
    when: {},
    then: {
      step: 'close',
      lead: 'Unexpected start.',
      text: 'Tell the occupant, hands clear of the fan, and the one who pulled the block puts it back.',
    },
    because: 'A call for cooling may be waiting.',
    source: commonPractice,
  },
  {
    id: 'caution.heat',
    when: { dryBulbC: { min: 33 } },
    then: { step: 'arrive', lead: 'Heat.', text: 'Water, shade and breaks. Stop at the first headache or cramp.' },
    because: 'Heat illness comes on while you work.',
    source: commonPractice,
  },
  {
    id: 'caution.runoff',
    when: { surroundings: { includes: 'pond' }, usesCleaner: true },
    then: {
      step: 'rinse',
      lead: 'Pond.',
      text: 'Dam the run-off or catch it. Nothing with cleaner in it may reach the water.',
    },
    because: 'Fish and alkali.',
    source: commonPractice,
  },
  {
    id: 'caution.drain',
    when: { surroundings: { includes: 'storm-drain' }, usesCleaner: true },
    then: {
      step: 'rinse',
      lead: 'Storm drain.',
      text: 'Block it or lead the run-off to grass. Local rules say what may go down it.',
    },
    because: 'It runs to open water.',
    source: commonPractice,
  },
  {
    id: 'caution.paint',
    when: { surroundings: { includes: 'paint' }, usesCleaner: true },
    then: { step: 'apply', lead: 'Paint bleaches.', text: 'Wet the wall first, rinse it after, and shield it.' },
    because: 'Dried cleaner marks paint.',
    source: commonPractice,
  },
  {
    id: 'caution.pets',
    when: { surroundings: { includes: 'pets' }, usesCleaner: true },
    then: { step: 'apply', lead: 'Pets.', text: 'Keep them in until the ground has been rinsed.' },
    because: 'They walk through it and lick it.',
    source: commonPractice,
  },
  {
    id: 'caution.neighbour',
    when: { surroundings: { includes: 'neighbour' }, usesCleaner: true },
    then: {
      step: 'apply',
      lead: 'A window downwind.',
      text: 'Ask them to shut it, and foam with the wind away from it.',
    },
    because: 'Spray drifts.',
    source: commonPractice,
  },
  {
    id: 'caution.board',
    when: { boardNearby: true },
    then: { step: 'apply', lead: 'A board within reach.', text: 'Cover it, and keep the sprayer low.' },
    because: 'Water on a board ends it.',
    source: commonPractice,
  },
  {
    id: 'caution.second-drain',
    when: { secondaryWet: true },
    then: {
      step: 'arrive',
      lead: 'Water in the second drain.',
      text: 'The first drain is blocked: clear and prove it before anything is poured.',
    },
    because: 'The pan has nowhere else to go.',
    source: commonPractice,
  },
  {
    id: 'caution.float',
    when: { floatSwitch: ['fails', 'none'], role: 'evaporator' },
    then: { step: 'rinse', lead: 'Nothing stops the unit when the pan fills.', text: 'Watch the pan yourself, and quote a float switch.' },
    because: 'No working float switch.',
    source: commonPractice,
  },
  {
    id: 'caution.breaker',
    when: { disconnect: ['breaker', 'panel'], role: 'condenser' },
    then: { step: 'gate', lead: 'The breaker can be closed by anyone.', text: 'Lock or tag it where it stands.' },
    because: 'It is out of your sight.',
    source: commonPractice,
  },
  {
    id: 'caution.trips',
    when: { symptoms: { includes: 'breaker-trips' } },
    then: { step: 'close', lead: 'It has been tripping.', text: 'A tripped breaker is investigated, not just reset.' },
    because: 'It trips for a reason.',
    source: commonPractice,
  },
  {
    id: 'caution.lid',
    when: { insideReached: true, helper: false },
    then: { step: 'open', lead: 'A heavy lid wants two people.', text: 'Alone, lift one edge and slide; never over your head.' },
    because: 'Backs, fingers and fan blades.',
    source: commonPractice,
  },
  {
    id: 'caution.stand',
    when: { stand: ['raised', 'roof'] },
    then: { step: 'arrive', lead: 'It stands high.', text: 'Foam makes ladders and roofs slippery. Tie off as local rules ask.' },
    because: 'Falls.',
    source: commonPractice,
  },
  {
    id: 'caution.idle',
    when: { storyFacts: { includes: 'long-idle' } },
    then: {
      step: 'open',
      lead: 'Long idle.',
      text: 'Look for nests and chewed wires before a hand goes in; test-run it before you open it, and record how it ran.',
    },
    because: 'Animals move into still machines.',
    source: commonPractice,
  },
  {
    id: 'caution.leaking-indoors',
    when: { symptoms: { includes: 'water-indoors' }, role: 'evaporator' },
    then: {
      step: 'arrive',
      lead: 'Water has come out indoors.',
      text: 'Clear and prove the drain before you pour anything over this coil.',
    },
    because: 'The drain or pan is at fault.',
    source: commonPractice,
  },
  {
    id: 'caution.ice-seen',
    when: { symptoms: { includes: 'ice' } },
    then: { step: 'arrive', lead: 'Ice has been seen.', text: 'Look for it now, and thaw it first: air, charge or a dirty coil made it.' },
    because: 'Ice hides soil and points to a fault of its own.',
    source: commonPractice,
  },
  {
    id: 'caution.trap',
    when: { trap: ['dry', 'none'], role: 'evaporator' },
    then: {
      step: 'rinse',
      lead: 'No water in the trap.',
      text: 'Fill it before the blower runs, or air is drawn up the drain and the pan does not empty.',
    },
    because: 'A dry trap holds the water back.',
    source: commonPractice,
  },
  {
    id: 'caution.electrics-rain-proof',
    when: { role: 'condenser', electrics: 'no-direct-spray' },
    then: {
      step: 'rinse',
      lead: 'Rain-proof is not jet-proof.',
      text: 'The compartment takes rain, no direct spray: keep the jet off its door and seams.',
    },
    because: 'This shop does not shield what stands in the rain.',
    source: { kind: 'house-rule', name: 'water near electrics, in the house rules' },
  },
  {
    id: 'caution.lid-off',
    when: { role: 'condenser', insideReached: true, lid: 'off-throughout' },
    then: { step: 'rinse', lead: 'Motor and leads lie open.', text: 'Bag the motor, lay it shaft up, and keep spray off its vents.' },
    because: 'The top stays off throughout.',
    source: { kind: 'house-rule', name: 'the lid school in the house rules' },
  },
  {
    id: 'caution.drill',
    when: { role: 'condenser', insideReached: true, panHoles: 'enlarge-with-consent', weepHoles: ['blocked', 'none'] },
    then: {
      step: 'open',
      lead: 'A drill near a tube ends the coil.',
      text: 'Only with the owner’s consent, a stop on the bit, from inside where the tubes are seen, and power proven dead.',
    },
    because: 'Refrigerant release is a matter for licensed recovery.',
    source: commonPractice,
  },
  {
    id: 'caution.no-weep',
    when: { role: 'condenser', weepHoles: 'none' },
    then: {
      step: 'rinse',
      lead: 'The base holds what you pour.',
      text: 'It has no holes: little water at a time, and vacuum it out at the end.',
    },
    because: 'Standing water rusts the base.',
    source: commonPractice,
  },
  {
    id: 'caution.bleach-seen',
    when: { bleachInDrain: true },
    then: {
      step: 'mix',
      lead: 'Bleach has been in this drain.',
      text: 'Flush pan and drain with plenty of water before any cleaner reaches them. No vinegar, no acid.',
    },
    because: 'Bleach with an acid makes chlorine gas.',
    source: commonPractice,
  },
  {
    id: 'caution.bleach-dose',
    when: { role: 'evaporator', drain: 'bleach' },
    then: {
      step: 'close',
      lead: 'Bleach last, and alone.',
      text: 'Rinse pan and drain of every cleaner first. Never with vinegar, acid or ammonia. Air the room.',
    },
    because: 'Drain bleach and coil cleaner meet in the pan.',
    source: commonPractice,
  },
  {
    id: 'caution.plants',
    when: { surroundings: { includes: 'plants' }, usesCleaner: true },
    then: { step: 'apply', lead: 'Plants burn.', text: 'Wet them before, rinse them after, and cover what stands right below.' },
    because: 'Run-off and drift.',
    source: commonPractice,
  },
  {
    id: 'caution.ceiling-below',
    when: { finishedCeiling: true },
    then: {
      step: 'rinse',
      lead: 'A finished ceiling below.',
      text: 'Sheet and tray under the cabinet, half the usual pour, somebody or a light under it while you rinse.',
    },
    because: 'A ceiling shows the first cup of water.',
    source: commonPractice,
  },
  {
    id: 'caution.no-panel',
    when: { accessPanel: 'none' },
    then: { step: 'open', lead: 'No way in.', text: 'Do not cut a duct or cabinet to get at it: quote an access panel.' },
    because: 'Wires, tubes and drains lie behind sheet metal.',
    source: commonPractice,
  },
  {
    id: 'caution.harmless',
    when: { hazards: { includes: 'harmless-animals' } },
    then: {
      step: 'open',
      lead: 'A frog or toad.',
      text: 'Move it in a wet hand to a damp, shady place, or work round it. Wash your hands.',
    },
    because: 'It stings nobody, and water with cleaner in it harms it.',
    source: commonPractice,
  },
  {
    id: 'caution.jacket',
    when: { soundJacket: true },
    then: { step: 'rinse', lead: 'Sound jacket.', text: 'Keep it dry or take it off: soaked, it holds water against the compressor.' },
    because: 'A wet jacket rusts the shell.',
    source: commonPractice,
  },
  {
    id: 'caution.washer',
    when: { washer: true },
    then: {
      step: 'rinse',
      lead: 'A washer folds fins.',
      text: 'Low setting, at least 4 in (10 cm) off, along the fins. Off at the first fin that leans.',
    },
    because: 'Folded fins cost more than the dirt did.',
    source: commonPractice,
  },
  {
    id: 'caution.household',
    when: { household: true },
    then: {
      step: 'mix',
      lead: 'It holds vinegar.',
      text: 'Never on a coil or in a drain that has seen bleach. Label the bottle: product, ratio, date.',
    },
    because: 'Vinegar and bleach make chlorine gas.',
    source: commonPractice,
  },
  {
    id: 'caution.pan-rust',
    when: { pan: 'rusted' },
    then: { step: 'rinse', lead: 'A rusted pan leaks.', text: 'Pour little, look under it, and quote a pan.' },
    because: 'Rust goes through from below.',
    source: commonPractice,
  },
  {
    id: 'caution.condensate',
    when: { ending: 'condensate' },
    then: {
      step: 'close',
      lead: 'Foam is still on the indoor coil.',
      text: 'That is meant: condensate rinses it. Air the room, trap full, pan and drain watched for the first minutes.',
    },
    because: 'The pan takes all that comes off.',
    source: commonPractice,
  },
];
