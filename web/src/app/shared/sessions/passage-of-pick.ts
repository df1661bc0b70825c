import type { Student } from '@nuvrah/contract';
import {
  isBeginner,
  newFittedPassage,
  newPassage,
  sustainableOf,
  type FitTo,
  type Passage,
  type ScreeningDay,
} from '@nuvrah/core';
import type { Variants } from '../../api/variants';
import type { Pick } from '../picker/picker-sight';

/** What a first dosage for a student follows from. */
export const beginningFor = (student: Student, day: ScreeningDay): FitTo => ({
  sustainable: sustainableOf(student, day),
  seats: student.seats,
  conventions: day.profile,
  beginner: isBeginner(student),
});

/** A passage with the starting dosage of its technique or variant: fitted, and in a seat that is possible, where it is somebody's. */
export function passageOfPick(
  { technique, variant }: Pick,
  id: string,
  variants: Variants,
  fit: FitTo | null,
): Passage {
  const entry = variants.techniqueOf(variant);
  const form = entry && variant ? { entry, variant } : {};
  return fit ? newFittedPassage(technique, id, { ...fit, ...form }) : newPassage(technique, id, form);
}
