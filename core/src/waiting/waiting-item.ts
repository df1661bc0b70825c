import type { DecisionReason, NextStep, RungNumbers } from '../ladder/index.js';
import type { SignId } from '../policy/index.js';
import type { ClearanceScope, PersonFact } from '../screening/index.js';
import type { Day } from '../units/index.js';

/** Something about a student that waits for the instructor, in codes and values. */
export type WaitingItem =
  /** After an emergency sign nothing is led until a clearance for it is on file. */
  | { readonly kind: 'suspended'; readonly sign: SignId; readonly day: Day }
  /** A sitting that was begun, of which nothing was recorded. */
  | {
      readonly kind: 'unfinished';
      readonly sittingId: string;
      readonly sessionId: string | null;
      readonly title: string;
      readonly day: Day;
    }
  /** A sitting that ended in sleep: how it was is not told yet. */
  | { readonly kind: 'untold'; readonly sittingId: string; readonly title: string; readonly day: Day }
  /** Signs told from home. */
  | {
      readonly kind: 'sign';
      readonly sittingId: string;
      readonly signs: readonly SignId[];
      readonly day: Day;
    }
  /** A step of a ladder to be decided; `numbers` are those of the other rung it leads to, null where it leads to none. */
  | {
      readonly kind: 'decision';
      readonly ladderId: string;
      readonly step: NextStep;
      readonly reasons: readonly DecisionReason[];
      readonly numbers: RungNumbers | null;
    }
  | { readonly kind: 'intake' }
  | {
      readonly kind: 'clearance';
      readonly scope: ClearanceScope;
      readonly fact: PersonFact;
      readonly clinician: string;
      readonly until: Day;
    }
  /** A capacity check that is old, or soon will be; null where there is none. */
  | { readonly kind: 'capacity'; readonly checkedOn: Day | null }
  /** Sittings read in from a log that nobody confirmed. */
  | { readonly kind: 'log'; readonly sittings: number }
  | { readonly kind: 'away'; readonly lastSitting: Day };

export type WaitingKind = WaitingItem['kind'];

/** What needs most comes first. */
export const WAITING_KINDS = [
  'suspended',
  'unfinished',
  'sign',
  'untold',
  'decision',
  'intake',
  'clearance',
  'capacity',
  'log',
  'away',
] as const satisfies readonly WaitingKind[];

/** @returns the place among what waits: 0 needs most */
export const needOf = ({ kind }: Pick<WaitingItem, 'kind'>): number => WAITING_KINDS.indexOf(kind);
