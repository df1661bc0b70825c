import { unmeasured } from '../capacity/index.js';
import type { AgeRange } from '../policy/index.js';
import type { PersonFact, TodayFact } from '../screening/index.js';
import type { Day } from '../units/index.js';
import type { ClassStudent } from './align-lanes.js';

/** Age groups of a guest, in whole years. */
export const GUEST_AGES = {
  child: { youngest: 8, oldest: 11 },
  youth: { youngest: 12, oldest: 15 },
  adult: { youngest: 16, oldest: 64 },
  old: { youngest: 65, oldest: 100 },
} as const satisfies Readonly<Record<string, AgeRange>>;
export type GuestAge = keyof typeof GUEST_AGES;

export type GuestAnswer = 'yes' | 'no' | 'unknown';

/** What a guest is asked at the door. Domain 16. */
export interface GuestAnswers {
  readonly age: GuestAge;
  readonly pregnant: GuestAnswer;
  /** Heart, blood pressure, eye, lung or seizure trouble, or unwell today. */
  readonly trouble: GuestAnswer;
}

/** Whether a guest breathes quietly only: something is so, or not known. Domain 16. */
export const isQuietGuest = ({ pregnant, trouble }: GuestAnswers): boolean =>
  pregnant !== 'no' || trouble !== 'no';

/**
 * A guest in a class: within the limits of the never measured, or quiet only, by the rules for somebody who is unwell today.
 * Nothing of it is kept.
 */
export function guestInClass(id: string, answers: GuestAnswers, day: Day): ClassStudent {
  const age = GUEST_AGES[answers.age];
  const facts: readonly (PersonFact | TodayFact)[] = [
    ...(answers.pregnant === 'yes' ? ['pregnancy' as const] : []),
    ...(isQuietGuest(answers) ? ['fever' as const] : []),
  ];
  return {
    id,
    screening: {
      student: {
        facts,
        age,
        pregnancyWeeks: null,
        sittings: 0,
        experienced: false,
        tongueRolls: null,
        seats: [],
        mealMinutes: null,
        capacity: unmeasured(age),
        longestSitting: null,
        stoppedToday: null,
        approvals: [],
      },
      hand: 'right',
      decisions: { clearances: [], overrulings: [], day },
    },
  };
}
