import { resolveConventions } from '../conventions/index.js';
import { heaviestPhase } from '../capacity/index.js';
import { countsOf, fitRatio, formatRatio, gentlerRatios, PHASE_KINDS, PHASE_NAMES } from '../ratio/index.js';
import {
  applySafeFixes,
  describeFinding,
  type ScreeningCase,
  type StandingFinding,
} from '../screening/index.js';
import { withFittedParts, type Passage, type Session } from '../session/index.js';
import { SEATS, techniqueName, techniqueOf, type SeatId } from '../technique/index.js';

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
 * @param seats that are possible for them, the best one first; empty where it was not asked.
 */
export function refitSession(of: ScreeningCase, seats: readonly SeatId[]): Refitted {
  const changes: RefitChange[] = [];
  const passages = of.session.passages.map((passage) => {
    const seated = inPossibleSeat(passage, seats, changes);
    return seated.kind === 'counted' ? withinCapacity(seated, of, changes) : seated;
  });
  const fitted = { ...of, session: { ...of.session, passages } };
  const { session, fixes, left } = applySafeFixes(fitted);
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
  const entry = techniqueOf(passage.technique);
  const seat = seats.find((one) => entry.seats.includes(one));
  if (!seat) return passage;
  const reason = `${SEATS[passage.seat].name} is not among the seats that are possible.`;
  changes.push({ passageId: passage.id, said: `seat: ${SEATS[seat].name}`, reason });
  return { ...passage, seat };
}

/** Fitted anew only where it asks for more than there is: what is easy stays as it was written. */
function withinCapacity(
  passage: Extract<Passage, { kind: 'counted' }>,
  { sustainable, profile, session }: ScreeningCase,
  changes: RefitChange[],
): Passage {
  if (!sustainable) return passage;
  const now = countsOf(passage);
  const heaviest = heaviestPhase(now, sustainable, passage.pace);
  const unmeasured = PHASE_KINDS.find((kind) => now[kind] > 0 && sustainable[kind] === null);
  if (!unmeasured && (!heaviest || heaviest.share <= 1 + 1e-9)) return passage;
  const numbers = [passage.ratio, ...gentlerRatios(passage.ratio)]
    .map((ratio) => fitRatio(ratio, sustainable, passage.pace))
    .find((fit) => fit.ok)?.value;
  if (!numbers) return passage;
  const conventions = resolveConventions(profile, session.conventions);
  const to = withFittedParts({
    ...passage,
    ratio: numbers.ratio,
    base: numbers.base,
    ramps: [],
    emptyHold: conventions.externalHold === 'equal' ? passage.emptyHold : 'as-written',
  });
  const name = techniqueName(passage.technique, 'english');
  changes.push({
    passageId: passage.id,
    said: formatRatio(countsOf(to)),
    reason: unmeasured
      ? `The ${PHASE_NAMES[unmeasured]} was never measured for this student.`
      : `${name} would ask for more than can be sustained.`,
  });
  return to;
}
