import type { Conventions } from '../conventions/index.js';
import type { Numbers } from '../ratio/index.js';
import { cyclesThatEndRight, type CountedPassage, type Side } from '../session/index.js';
import type { LiveChange } from './timeline.js';

/** The numbers of a passage in a cycle: as written, or as the last easing at or before it left them. */
export function numbersInForce(
  passage: CountedPassage,
  cycle: number,
  changes: readonly LiveChange[],
): Numbers {
  let numbers: Numbers = passage;
  for (const change of changes) {
    if (change.kind === 'ease' && change.passageId === passage.id && change.fromCycle <= cycle) {
      numbers = change.numbers;
    }
  }
  return numbers;
}

/** Cycles of a passage: as written, or as the last change of its length says; it still ends on the right side. */
export function cyclesToLead(
  passage: CountedPassage,
  start: Side,
  conventions: Conventions,
  changes: readonly LiveChange[],
): number {
  let wanted = passage.cycles;
  for (const change of changes) {
    if (change.kind === 'end-after' && change.passageId === passage.id) wanted = change.cycle;
  }
  return cyclesThatEndRight(wanted, start, conventions);
}
