import type { Conventions } from '../conventions/index.js';
import { LOCK_IDS, techniqueOf, type TechniqueId } from '../technique/index.js';
import { rateAtMost, strokesAtMost, type CountedPassage, type Passage } from '../session/index.js';
import type { Day } from '../units/index.js';
import { HOLD_FOR_APPROVAL, TRIAL_STROKES } from './limits.js';

/** What a teacher approves of for one student. */
export type ApprovalOf =
  | { readonly kind: 'technique'; readonly technique: TechniqueId }
  | { readonly kind: 'all-locks' }
  /** Holds up to so many seconds. */
  | { readonly kind: 'hold'; readonly seconds: number };

/** An approval on record: what, when, by whom. */
export interface Approval {
  readonly of: ApprovalOf;
  readonly by: string;
  readonly givenOn: Day;
}

/** Whether a technique asks for a teacher's approval by these conventions. Domain 9. */
export function asksApproval(technique: TechniqueId, { approvals }: Pick<Conventions, 'approvals'>): boolean {
  const { approval } = techniqueOf(technique);
  return approvals === 'none'
    ? false
    : approval === 'usual' || (approval === 'strict' && approvals === 'strict');
}

/** Whether a passage of strokes is a trial round that asks for no approval. */
const isSmallTrial = (passage: Passage): boolean =>
  passage.trial === true &&
  passage.kind === 'strokes' &&
  passage.sets === 1 &&
  passage.turns.length === 1 &&
  strokesAtMost(passage) <= TRIAL_STROKES.strokes &&
  rateAtMost(passage) <= TRIAL_STROKES.rate;

/** Whether a passage is of a technique that still has to be approved of. */
export const lacksTechniqueApproval = (
  passage: Passage,
  approvals: readonly Approval[],
  conventions: Pick<Conventions, 'approvals'>,
): boolean =>
  asksApproval(passage.technique, conventions) &&
  !isSmallTrial(passage) &&
  !approvals.some(({ of }) => of.kind === 'technique' && of.technique === passage.technique);

/** Whether a passage sets all three locks without an approval. */
export const lacksLockApproval = (
  { locks }: Pick<CountedPassage, 'locks'>,
  approvals: readonly Approval[],
  conventions: Pick<Conventions, 'approvals'>,
): boolean =>
  conventions.approvals !== 'none' &&
  [locks.internalHold, locks.externalHold].some((set) => LOCK_IDS.every((lock) => set.includes(lock))) &&
  !approvals.some(({ of }) => of.kind === 'all-locks');

/**
 * Seconds of a hold that still has to be approved of; 0 where it asks for no approval.
 *
 * @param hold the longest hold of the passage, seconds.
 * @param sustainable seconds of a hold that the student can sustain.
 */
export function holdWithoutApproval(
  passage: Passage,
  hold: number,
  sustainable: number,
  approvals: readonly Approval[],
  conventions: Pick<Conventions, 'approvals'>,
): number {
  if (conventions.approvals === 'none' || hold <= HOLD_FOR_APPROVAL) return 0;
  if (passage.trial === true && hold <= sustainable) return 0;
  const approved = approvals.some(({ of }) => of.kind === 'hold' && hold <= of.seconds);
  return approved ? 0 : hold;
}
