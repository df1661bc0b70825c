import {
  compileSession,
  describePassage,
  doneTimeline,
  resolveConventions,
  type Conventions,
  type LeadRecord,
  type LedSession,
  type Session,
  type Side,
} from '@nuvrah/core';
import type { ComparedSide } from '../score/compared-scores';
import { describeDone } from './describe-record';

/** A session as one of two that are compared. @param conventions the profile under which it is led */
export function sideOfSession(
  label: string,
  session: Session,
  hand: Side,
  conventions: Conventions,
): ComparedSide {
  const inForce = resolveConventions(conventions, session.conventions);
  return {
    label,
    timeline: compileSession(session, { hand }, conventions),
    lines: new Map(
      session.passages.map((passage) => [passage.id, describePassage(passage, session.goal, inForce)]),
    ),
  };
}

/** What was done, as one of two that are compared. */
export function sideOfRecord(
  label: string,
  led: LedSession,
  record: Pick<LeadRecord, 'outcome' | 'passages' | 'added'>,
): ComparedSide {
  return {
    label,
    timeline: doneTimeline(led, record),
    lines: new Map(
      [...record.passages, ...(record.added ?? [])].map((passage) => [
        passage.passageId,
        describeDone(passage),
      ]),
    ),
  };
}
