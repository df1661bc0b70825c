import type { LedFinding, StoredSession, Student } from '@nuvrah/contract';
import {
  dayCheckOf,
  resolveConventions,
  reviewToGiveOut,
  reviewToLead,
  sessionFromChecked,
  type LeadNeed,
  type StandingFinding,
  dayInWords,
} from '@nuvrah/core';
import { localDay } from '../accounts/accounts.js';
import type { InstructorRow, LedSnapshot } from '../db/entities.js';
import type { InstructorStore } from '../db/instructor-store.js';
import { variantsOf } from '../variants/variants.js';

/** A finding as it is kept with the sitting. */
function toLedFinding({ rule, passageId, value, level, standing }: StandingFinding): LedFinding {
  const because =
    standing.kind === 'cleared'
      ? `${standing.clinician}, until ${dayInWords(standing.until)}`
      : standing.kind === 'overruled'
        ? standing.reason
        : '';
  return { rule, passageId, value, level, standing: standing.kind, because };
}

/**
 * What leading a session for a student now would keep of it, and what keeps it from being led.
 *
 * @param atHome nobody asks about the day there: what must not be true of it is said on the page instead.
 */
export async function leadingOf(
  store: InstructorStore,
  instructor: InstructorRow,
  session: StoredSession,
  student: Student,
  now: Date,
  atHome = false,
): Promise<{ readonly led: LedSnapshot; readonly needs: readonly LeadNeed[] }> {
  const { conventions: profile } = instructor;
  const document = sessionFromChecked(session.document);
  const day = { today: localDay(instructor, now), now: now.getTime(), profile };
  const review = (atHome ? reviewToGiveOut : reviewToLead)(document, student, session.overrulings, day);
  const led = {
    session: session.document,
    conventions: resolveConventions(profile, document.conventions),
    hand: student.hand,
    variants: await variantsOf(store, document.passages),
    dayCheck: atHome ? null : dayCheckOf(student, day.today),
    findings: review.findings.map(toLedFinding),
  };
  return { led, needs: review.needs };
}
