import { resolveConventions, type Conventions } from '../conventions/index.js';
import { NATURAL_PATIENCE, restNeededBeforeHold } from '../policy/index.js';
import { ownWordsIn, type NaturalPassage, type Passage, type Session, type Side } from '../session/index.js';
import type { SeatId } from '../technique/index.js';
import { millis, secondsToMillis, seconds } from '../units/index.js';
import { askedToSettle, inOwnWords } from './asked.js';
import { endedAfter, leftOutOf, longerBy } from './changes.js';
import { closingHand } from './fingers.js';
import { ScoreWriter, uncounted, type WriterMark, type WrittenPassage } from './score-writer.js';
import { AS_WRITTEN, type Asked, type LeadPlan, type ResumePoint, type Timeline } from './timeline.js';
import { writeCounted } from './write-counted.js';
import { writeStrokes } from './write-strokes.js';

/** What compiling needs to know of the student. */
export interface TimelineStudent {
  readonly hand: Side;
}

/**
 * The session as one list of events, which the picture, the sound, screening and exports all read.
 *
 * Times are summed exactly from the session's start and rounded once for each event, so nothing drifts. The same input
 * gives the same list. A plan made while leading changes only events after the moment it was made: the ones before come
 * out the same.
 *
 * @param conventions the instructor's profile; the session's own overrides are laid over it here.
 * @param plan changes made while leading and where to take up again; by default the session as written.
 */
export function compileSession(
  session: Session,
  student: TimelineStudent,
  conventions: Conventions,
  plan: LeadPlan = AS_WRITTEN,
): Timeline {
  const inForce = resolveConventions(conventions, session.conventions);
  const score = new ScoreWriter(closingHand(student.hand, inForce), inForce, plan);
  const leftOut = leftOutOf(plan.changes);
  session.passages.forEach((passage, index) => {
    const from = plan.from;
    if ((from && index < from.passage) || leftOut.has(passage.id)) return;
    const resumed = from && index === from.passage ? from : null;
    score.beginPassage(resumed ? '' : passage.say);
    const before = session.passages.slice(0, index).findLast(({ id }) => !leftOut.has(id));
    if (before && before.seat !== passage.seat && !resumed)
      writeSeatChange(score, index, session, before.seat);
    writePassage(score, session, index, passage, resumed);
  });
  return score.finish(session.ending);
}

/** What was compiled last, with where its writer stood before each passage and at the end. */
interface Compiled {
  readonly session: Session;
  readonly hand: Side;
  readonly profile: Conventions;
  readonly timeline: Timeline;
  readonly marks: readonly WriterMark[];
}

/**
 * Compiles a session again and again while it is edited: passages that are the same objects as before are copied, as far
 * later or earlier as they begin now, and come out exactly as {@link compileSession} writes them.
 */
export class SessionCompiler {
  private last: Compiled | null = null;

  /** The session as written, as {@link compileSession} gives it. */
  compile(session: Session, { hand }: TimelineStudent, profile: Conventions): Timeline {
    const before = this.last && isComparable(this.last, session, hand, profile) ? this.last : null;
    const inForce = resolveConventions(profile, session.conventions);
    const score = new ScoreWriter(closingHand(hand, inForce), inForce, AS_WRITTEN);
    const marks: WriterMark[] = [];
    session.passages.forEach((passage, index) => {
      marks.push(score.mark());
      const written = before && writtenBefore(before, session, index, inForce);
      if (written && score.copyPassage(written)) return;
      score.beginPassage(passage.say);
      const previous = session.passages[index - 1];
      if (previous && previous.seat !== passage.seat) writeSeatChange(score, index, session, previous.seat);
      writePassage(score, session, index, passage, null);
    });
    marks.push(score.mark());
    const timeline = score.finish(session.ending);
    this.last = { session, hand, profile, timeline, marks };
    return timeline;
  }
}

/** Whether nothing but passages differs from what was compiled before. */
const isComparable = (
  { session: before, ...last }: Compiled,
  now: Session,
  hand: Side,
  profile: Conventions,
) =>
  last.hand === hand &&
  last.profile === profile &&
  before.conventions === now.conventions &&
  before.goal === now.goal &&
  before.seatChange === now.seatChange;

/** A passage as it was written before, where nothing that decides about its events has changed; null where something has. */
function writtenBefore(
  { session, timeline, marks }: Compiled,
  now: Session,
  index: number,
  conventions: Conventions,
): WrittenPassage | null {
  const [passage, span] = [now.passages[index], timeline.passages[index]];
  const [from, to] = [marks[index], marks[index + 1]];
  if (!passage || passage !== session.passages[index] || !span || !from || !to) return null;
  if (now.passages[index - 1]?.seat !== session.passages[index - 1]?.seat) return null;
  const restsAlike =
    passage.kind !== 'strokes' ||
    restNeededBeforeHold(now, index, conventions) === restNeededBeforeHold(session, index, conventions);
  return restsAlike ? { events: timeline.events, span, from, to } : null;
}

function writePassage(
  score: ScoreWriter,
  session: Session,
  index: number,
  passage: Passage,
  resumed: ResumePoint | null,
): void {
  switch (passage.kind) {
    case 'natural':
      return writeNatural(score, index, passage, resumed);
    case 'strokes':
      return writeStrokes(
        score,
        index,
        passage,
        restNeededBeforeHold(session, index, score.conventions),
        resumed,
      );
    case 'counted':
      return writeCounted(score, index, passage, session.goal, resumed);
  }
}

/** The change of seat belongs to the passage that it leads to. */
function writeSeatChange(score: ScoreWriter, index: number, session: Session, before: SeatId): void {
  const passage = session.passages[index];
  if (!passage) return;
  const halfMillis = secondsToMillis(session.seatChange) * 2;
  const asked = askedToSettle(passage, before, score.hand, score.conventions);
  score.write(uncounted(index, 'opening'), { kind: 'seatChange', halfMillis, seat: passage.seat, asked });
}

/** Own words in natural breathing, by its minutes; taken up again it is told from where it stood. */
function wordsOfMinutes(
  passage: NaturalPassage,
  length: number,
  resumed: ResumePoint | null,
): readonly Asked[] {
  if (!passage.words) return [];
  const passed = resumed ? Math.max(0, secondsToMillis(passage.length) - length) : 0;
  const minutes = Math.ceil((passed + length) / 60_000);
  return Array.from({ length: minutes }, (_, minute) => minute).flatMap((minute) => {
    const after = minute * 60_000 - passed;
    if (after < 0) return [];
    return ownWordsIn(passage, minute + 1).map(({ text }) => inOwnWords(text, 'later', millis(after)));
  });
}

function writeNatural(
  score: ScoreWriter,
  index: number,
  passage: NaturalPassage,
  resumed: ResumePoint | null,
): void {
  const written = resumed?.kind === 'rest' ? resumed.remaining : secondsToMillis(passage.length);
  const planned = millis(written + longerBy(passage.id, score.plan.changes));
  const tapped = endedAfter(passage.id, 0, 'natural', score.plan.changes);
  const open = passage.untilTap
    ? {
        expected: planned,
        least: secondsToMillis(seconds(0)),
        cap: secondsToMillis(seconds((planned / 1000) * NATURAL_PATIENCE)),
      }
    : null;
  const length = tapped ?? (open && score.plan.open === 'cap' ? open.cap : planned);
  const asked = askedToSettle(passage, null, score.hand, score.conventions);
  const stretch = { ...uncounted(index, 'rest'), words: wordsOfMinutes(passage, length, resumed) };
  score.write(stretch, {
    kind: 'natural',
    halfMillis: Math.max(1, length) * 2,
    open,
    asked,
  });
  score.endPassage({
    id: passage.id,
    technique: passage.technique,
    seat: passage.seat,
    rounds: null,
    longestHold: seconds(0),
    raised: null,
  });
}
