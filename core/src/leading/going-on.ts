import { mostRoundsLed, isEmergencySign, techniquesOfSign } from '../policy/index.js';
import {
  reviewToLead,
  type LeadNeed,
  type Overruling,
  type Review,
  type ScreeningDay,
  type StudentOnRecord,
} from '../screening/index.js';
import {
  isBeforeRounds,
  withCycles,
  withFittedParts,
  withStrokes,
  type CountedPassage,
  type Passage,
  type Session,
  type StrokePassage,
} from '../session/index.js';
import { longerBy, type LiveChange } from '../timeline/index.js';
import { seconds, type Day } from '../units/index.js';
import { easedFromStart } from './easing.js';
import { isBegun, passageRecords, signedIn } from './record.js';
import { currentTake, cyclesOfRun, ledPassages, perRoundOf, type LeadRun } from './lead-run.js';

/** The session as a run leads it by now: without what was left out, with what was put in, with the rounds that it comes to, and the counts and strokes as they were eased. */
export const sessionAsLed = (run: LeadRun): Session => ({
  ...run.setup.session,
  passages: ledPassages(run).map((passage) => passageAsLed(run, passage)),
});

/** A passage with the rounds that it comes to by now, and as it was eased. */
export function passageAsLed(run: LeadRun, passage: Passage): Passage {
  const own = run.changes.filter(({ passageId }) => passageId === passage.id);
  if (passage.kind === 'natural')
    return { ...passage, length: seconds(passage.length + longerBy(passage.id, own) / 1000) };
  const cycles = cyclesOfRun(run, passage);
  if (passage.kind === 'strokes') {
    const sets = Math.max(1, Math.ceil(cycles / passage.turns.length));
    const eased = own.findLast(({ kind }) => kind === 'ease-strokes' || kind === 'as-planned');
    return eased?.kind === 'ease-strokes'
      ? { ...withStrokes(passage, eased.strokes), sets, rate: eased.rate, rateRamp: null }
      : { ...passage, sets };
  }
  const eased = own.findLast(({ kind }) => kind === 'ease' || kind === 'as-planned');
  const ownPace = seconds(passage.ownPace + longerBy(passage.id, own) / 1000);
  const longer = { ...withCycles(passage, cycles), ownPace };
  return eased?.kind === 'ease' ? withFittedParts({ ...longer, ...eased.numbers, ramps: [] }) : longer;
}

/** A student while they are led: a sign that was noted on the way counts at once. Domain 9, stop sign today and emergency sign. */
export function studentWhileLed(student: StudentOnRecord, run: LeadRun, today: Day): StudentOnRecord {
  if (run.signs.length === 0) return student;
  const records = passageRecords(run);
  const here = wherePaused(run);
  const passages = records.map((passage, index) => ({
    technique: passage.technique,
    begun: isBegun(passage) || index === here,
  }));
  const noted = signedIn({ ...run, passages: records });
  const techniques = techniquesOfSign({ outcome: 'stopped', passages, signedIn: noted });
  const emergency = run.signs.find(isEmergencySign);
  return {
    ...student,
    emergency: emergency ? { sign: emergency, day: today } : student.emergency,
    stopSigns: [...student.stopSigns, { day: today, techniques }],
  };
}

/** The passage in which a run is paused, or in which its take begins. */
const wherePaused = (run: LeadRun): number =>
  run.state.kind === 'paused' ? run.state.resumeAt.passage : (currentTake(run).from?.passage ?? 0);

/** The first passage that is not over where a run is paused, or where its take begins. */
function beginsAt(run: LeadRun): number {
  const from = run.state.kind === 'paused' ? run.state.resumeAt : currentTake(run).from;
  const over = from?.kind === 'closing' || (from?.kind === 'part' && !isBeforeRounds(from.part));
  return over ? from.passage + 1 : (from?.passage ?? 0);
}

/**
 * What keeps a run from being led on as it stands: screened anew, with what is on record of the student now. What speaks
 * against a passage that is over does not.
 */
export function needsToLeadOn(
  run: LeadRun,
  student: StudentOnRecord,
  overrulings: readonly Overruling[],
  day: ScreeningDay,
): readonly LeadNeed[] {
  const { needs } = reviewToLead(
    sessionAsLed(run),
    studentWhileLed(student, run, day.today),
    overrulings,
    day,
  );
  const over = new Set(run.setup.session.passages.slice(0, beginsAt(run)).map(({ id }) => id));
  return needs.filter((need) => need.code !== 'finding' || !over.has(need.finding.passageId ?? ''));
}

/** How far a practice may be changed where nobody screens it: at home. */
export interface ChangesAllowed {
  /** Cycles (turns) that each passage may have at the most, by its id; those that were planned at least. */
  readonly cycles: Readonly<Record<string, number>>;
  /** Whether it may be made easier. */
  readonly ease: boolean;
}

/**
 * How far a practice may be changed where nobody screens it.
 *
 * @param run the practice as it begins.
 * @param review what is said of a session for this student when it is given out.
 */
export function changesAllowed(
  run: LeadRun,
  review: (session: Session) => Pick<Review, 'needs'>,
): ChangesAllowed {
  const { passages } = run.setup.session;
  const mayBe = (changes: readonly LiveChange[]): boolean =>
    review(sessionAsLed({ ...run, changes })).needs.length === 0;
  const cycles = passages.flatMap((passage) =>
    passage.kind === 'natural' ? [] : [[passage.id, mostCycles(run, passage, mayBe)] as const],
  );
  let changes: readonly LiveChange[] = [];
  for (;;) {
    const easier = passages.flatMap((passage) => easedFromStart(run, passage, 'one-count', changes));
    if (easier.length === 0) return { cycles: Object.fromEntries(cycles), ease: true };
    changes = [...changes, ...easier];
    if (!mayBe(changes)) return { cycles: Object.fromEntries(cycles), ease: false };
  }
}

/** The most cycles of whole rounds that a passage may have. */
function mostCycles(
  run: LeadRun,
  passage: CountedPassage | StrokePassage,
  mayBe: (changes: readonly LiveChange[]) => boolean,
): number {
  const planned = cyclesOfRun(run, passage);
  const perRound = perRoundOf(run, passage);
  let rounds = mostRoundsLed(planned / perRound);
  while (
    rounds * perRound > planned &&
    !mayBe([{ kind: 'end-after', passageId: passage.id, cycle: rounds * perRound }])
  )
    rounds--;
  return Math.max(planned, rounds * perRound);
}

/** Whether a run keeps to the changes that are allowed; of passages only natural breathing may be put in. */
export const keepsTo = (run: LeadRun, { cycles, ease }: ChangesAllowed): boolean =>
  run.added.every(({ why }) => why === 'sign' || why === 'watch') &&
  (ease || run.changes.every(({ kind }) => kind !== 'ease' && kind !== 'ease-strokes')) &&
  run.setup.session.passages.every(
    (passage) =>
      passage.kind === 'natural' ||
      cyclesOfRun(run, passage) <= (cycles[passage.id] ?? cyclesOfRun({ ...run, changes: [] }, passage)),
  );
