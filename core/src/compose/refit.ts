import { resolveConventions } from '../conventions/index.js';
import { phasesOverCapacity, withinCapacity } from '../capacity/index.js';
import { countsOf, formatBreath, PHASE_NAMES } from '../ratio/index.js';
import {
  applySafeFixes,
  describeFinding,
  sustainableIn,
  type ScreeningCase,
  type StandingFinding,
} from '../screening/index.js';
import { seatFor, type Passage, type Session } from '../session/index.js';
import { SEATS, techniqueName, techniqueOf, type SeatId } from '../technique/index.js';
import { composeWords } from '../words/index.js';

/** Something that was changed for the other student, and why. */
export interface RefitChange {
  readonly passageId: string | null;
  readonly said: string;
  readonly reason: string;
}

export interface Refitted {
  readonly session: Session;
  readonly changes: readonly RefitChange[];
  /** What no change of the session lifts. */
  readonly left: readonly StandingFinding[];
}

/**
 * A session written for one student, for another: seats that are possible, ratios within what they can sustain, and the
 * mildest remedy for whatever speaks against it. Each change is named with its reason.
 *
 * @param of the other student's case, with the session as it is.
 */
export function refitSession(of: ScreeningCase): Refitted {
  const { seats } = of.student;
  const changes: RefitChange[] = [];
  const passages = of.session.passages.map((passage) => {
    const seated = inPossibleSeat(passage, seats, changes);
    return fitted(seated, of, changes);
  });
  const { session, fixes, left } = applySafeFixes({ ...of, session: { ...of.session, passages } });
  return {
    session,
    changes: [
      ...changes,
      ...fixes.map(({ finding, said }) => ({
        passageId: finding.passageId,
        said,
        reason: describeFinding(finding),
      })),
    ],
    left,
  };
}

function inPossibleSeat(passage: Passage, seats: readonly SeatId[], changes: RefitChange[]): Passage {
  if (seats.length === 0 || seats.includes(passage.seat)) return passage;
  const seat = seatFor(techniqueOf(passage.technique), seats);
  if (!seats.includes(seat)) return passage;
  const reason = composeWords.refit.seatNotPossible(SEATS[passage.seat].name);
  changes.push({ passageId: passage.id, said: `seat: ${SEATS[seat].name}`, reason });
  return { ...passage, seat };
}

/** Fitted anew only where it asks for more than there is, at its most: what is easy stays as it was written. */
function fitted(passage: Passage, of: ScreeningCase, changes: RefitChange[]): Passage {
  const sustainable = sustainableIn(of);
  const conventions = resolveConventions(of.profile, of.session.conventions);
  const to = withinCapacity(passage, sustainable, conventions);
  if (!to || to === passage || JSON.stringify(to) === JSON.stringify(passage)) return passage;
  const over = passage.kind === 'counted' ? phasesOverCapacity(passage, sustainable, conventions) : [];
  const unknown = over.find((phase) => of.student.capacity[phase].kind === 'assumed');
  changes.push({
    passageId: passage.id,
    said: to.kind === 'counted' ? formatBreath(countsOf(to)) : composeWords.refit.shorterRecovery,
    reason: unknown
      ? composeWords.refit.neverMeasured(PHASE_NAMES[unknown])
      : composeWords.refit.asksForMore(techniqueName(passage.technique, 'english')),
  });
  return to;
}
