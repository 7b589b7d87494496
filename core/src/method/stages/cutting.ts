import { commonPractice } from '../../because';
import type { Situation } from '../facts';
import { workOrder } from '../faceDrying';
import { cutSections, type Section } from '../sections';
import type { Staged } from '../staged';
import { BALANCE, dryInputs, type Drying } from './drying';
import type { Soak } from './soak';
import type { StopChoice } from './stop';

/**
 * Eighth stage: the pieces in the order they are worked.
 * @param situation of the coil
 * @param stop whether it is washed at all
 * @param drying of its faces
 * @param soak the dwell and the largest pieces that stay wet
 * @example planCoil(coil(), graded(3), mildDay, shelf, house()).sections.map((section) => section.id) // ['path', 'hedge']
 */
export function cuttingStage({ coil, facts }: Situation, { verdict }: StopChoice, drying: Drying, soak: Soak): Staged<Section[]> {
  const { geometry } = coil;
  const { largestM2, mists } = soak.fit;
  const sections = verdict === 'wash' ? cutSections(geometry, workOrder(geometry.faces, drying.faces), largestM2, drying.faces) : [];
  const rear = facts.shape === 'wall-head' && geometry.faces.length > 1;
  return {
    value: sections,
    inputs: [{ label: 'Open faces', quantity: { kind: 'count', value: geometry.faces.length } }, ...dryInputs(coil, drying.faces)],
    rules: [
      { id: 'sections.face', because: 'Each face is a section of its own.', source: commonPractice },
      ...(rear
        ? [
            {
              id: 'sections.rear-bend',
              because: 'From the top down; the rear bend apart, since it is the part that is missed.',
              source: commonPractice,
            },
          ]
        : geometry.faces.length > 1
          ? [
              {
                id: 'sections.order',
                because:
                  'Before the sun comes round, then what is in shade; the wall side after its like, since its slow rinse holds up the next.',
                source: commonPractice,
              },
            ]
          : []),
      ...(Object.keys(largestM2).length > 0
        ? [
            {
              id: 'sections.drying',
              because:
                'Foaming, soaking and rinsing one section must end before its first patch dries, with 30 % kept back; each face in its own sun.',
              source: BALANCE,
            },
          ]
        : []),
      ...(mists > 0
        ? [
            {
              id: 'sections.mist',
              because: 'Wetted again in time, foam stays wet once more as long; twice at most, since water dilutes it.',
              source: commonPractice,
            },
          ]
        : []),
    ],
  };
}
