import type { StudentLine } from '@nuvrah/contract';
import { checkCapacity, comfortFactors, sustainableCapacity, type Sustainable } from '@nuvrah/core';

/** What a student can sustain by the capacity on record, or null where none was recorded. */
export function sustainableOf({
  capacity,
  sittings,
}: Pick<StudentLine, 'capacity' | 'sittings'>): Sustainable | null {
  const checked = capacity && checkCapacity(capacity);
  return checked?.ok ? sustainableCapacity(checked.value, comfortFactors(sittings)) : null;
}
