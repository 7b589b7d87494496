import type { DrillFamily } from './drills/drill';

/** Short pages, one drawing each. */
export const LESSON_IDS = ['foam-angle', 'two-rows', 'torch', 'a-coil', 'wall-head', 'trap', 'disconnects'] as const;
/** One of `LESSON_IDS`. */
export type LessonId = (typeof LESSON_IDS)[number];

/** One page. */
export interface Lesson {
  title: string;
  /** Drills that it stands beside. */
  families: readonly DrillFamily[];
  lines: readonly string[];
  /** The drawing in words. */
  drawn: string;
}

/** Lessons. Common practice, no source; the label, the maker's manual and local code outrank them. */
export const LESSON_TABLE: Record<LessonId, Lesson> = {
  'foam-angle': {
    title: 'How foam is put on',
    families: ['choose'],
    lines: [
      'Close to the face, and between the fins: from far away foam sits on the face and works on nothing.',
      'From the bottom up, so that what runs down meets foam and not a dry face. Rinse from the top down.',
      'Foam that slides to the base is too wet: less water in the mix, a richer position, the nozzle nearer.',
    ],
    drawn:
      'A face cut from the side. On the left a nozzle far away, its foam a skin before the fins. On the right a nozzle a hand’s breadth away, its foam between the fins as far as the other side.',
  },
  'two-rows': {
    title: 'Two rows',
    families: ['choose', 'torch'],
    lines: [
      'Dirt lies between the rows as well as before them: one clean face says nothing of the other.',
      'A level jet drives it against the inner row, where it stays. Wash both faces, the inner one with the water pointed down.',
      'The rows are split only where a mat between them is seen, and where the shop does that.',
    ],
    drawn:
      'Two rows of tubes cut from the side, a mat between them. A level arrow from the left presses the mat against the right row. An arrow from the right, pointing down, takes it out at the bottom.',
  },
  torch: {
    title: 'The torch',
    families: ['torch'],
    lines: [
      'Torch hard against one face, the eye at the other. A face that looks clean can let nothing through.',
      'Hood it: daylight beside the torch makes a dark coil look loaded, and a loaded one clear.',
      'Top lip, bottom band and the wall side are looked at last and missed first.',
    ],
    drawn:
      'A torch against the left of a coil that is cut from the side. Of five rays two come through to an eye on the right; three end in dark patches between the rows.',
  },
  'a-coil': {
    title: 'The A-coil',
    families: ['pan', 'choose'],
    lines: [
      'Two slabs lean together over a pan; air comes from below, so the dirty side is the inside of the A.',
      'Little water, low pressure, from above down the slab: what the pan cannot hold runs into the furnace or the ceiling.',
      'The drain first: time a known volume through it, then pour in doses.',
    ],
    drawn:
      'Two slabs leaning together like an A, a pan under both with a drain on the right. Arrows of air rise from below into the A. Its inner sides are marked as the dirty ones.',
  },
  'wall-head': {
    title: 'A wall head, taken apart',
    families: ['order', 'wires'],
    lines: [
      'Front, filters and louvres off, a sheet under it. The display lead hangs on the front: note it before it is pulled.',
      'Brush or vacuum first, then foam in a zig-zag from the top down. The rear bend is graded and washed apart.',
      'The wheel: dusty is brushed in place, caked is washed or taken out by its set screw; mark the shaft.',
    ],
    drawn:
      'A wall head cut from the side: the front lifted off at the left, behind it the coil in three bends, front, top and rear, then the wheel, and the pan under the front bend with its drain.',
  },
  trap: {
    title: 'The trap',
    families: ['pan'],
    lines: [
      'The fan pulls on the pan: without water in the trap air comes in by the drain, and the pan does not empty while it runs.',
      'Clear it and fill it again, then prove the flow with a known volume.',
      'Water from the secondary says that the primary is blocked.',
    ],
    drawn:
      'A pan with a drain that bends down and up again like a U. The U holds water as high as its outlet. An arrow of air that would come in from outside stops at the water. Above the drain a second outlet, dry.',
  },
  disconnects: {
    title: 'Four disconnects',
    families: ['dead'],
    lines: [
      'Pull-out: the block comes out and goes into your pocket. Some read OFF when put back turned round: that is storing it, not proof.',
      'Lever, and breaker at the unit: both poles, then lock or tag. A breaker in the panel is out of your sight: tell whoever is in the house.',
      'None of them is proof. The meter is, before and after on a live source.',
    ],
    drawn:
      'Four boxes: a block pulled out of its slots; a lever turned down to OFF; a double breaker switched off; a panel with one row of breakers, one of them tagged.',
  },
};
