/** What the practice of rinsing leaves out, so that nobody takes it for more than it is. */
export const LEFT_OUT: readonly string[] = [
  'Tubes, headers and the bend of a wrapped coil: the face is flat and every cell alike.',
  'How soil of two kinds holds together, and how felt tears.',
  'Run-off, splashes, plants and wiring: only what a pan catches is counted.',
  'Slipping, heat, tiredness, and everything that can hurt: prove dead, goggles and gloves are taken as done.',
  'Figures of force, soil and strength are judgement, tuned until whole washes came out as the trade tells them.',
];
