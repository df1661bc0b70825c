import {
  A_DAY as TODAY,
  A_NOON as NOW,
  conventions,
  counted,
  passageOf,
  READY_STUDENT as student,
  SCREENING_DAY as DAY,
  sessionOf,
  stillness,
} from '../testing.js';
import { newestNumbers } from '../compose/index.js';
import { reviewToGiveOut, type StudentOnRecord } from '../screening/index.js';
import { millis, type Millis } from '../units/index.js';
import {
  beginRun,
  changesAllowed,
  easeRun,
  finishRun,
  keepsTo,
  needsToLeadOn,
  noteSigns,
  oneMoreRound,
  pauseRun,
  recordOf,
  sessionAsLed,
  stopRun,
  type LeadAnswer,
  type LeadRun,
} from './index.js';

const alternate = counted('4:4:8', 4, { cycles: 8 });
const slow = passageOf('slow-even', 'counted', { id: 's', cycles: 6, seat: 'cross-legged' });
const begin = (session = sessionOf(alternate, slow, stillness(60))): LeadRun =>
  beginRun({ session, student: { hand: 'right' }, conventions: conventions() });
const must = (answer: LeadAnswer): LeadRun => {
  if (!answer.ok) throw new Error(answer.problem.code);
  return answer.value;
};
const codes = (run: LeadRun, of = student): string[] =>
  needsToLeadOn(run, of, [], DAY).map((need) => (need.code === 'finding' ? need.finding.rule : need.code));
const inPassage = (run: LeadRun, index: number): Millis =>
  millis((run.takes[0].timeline.passages[index]?.from ?? 0) + 20_000);
const pausedIn = (index: number): LeadRun => {
  const run = begin();
  return must(pauseRun(run, inPassage(run, index)));
};

describe('leading on', () => {
  it('is screened with what is on record now', () => {
    const stroke = { fact: 'stroke', since: TODAY, until: null, due: null } as const;
    expect(codes(pausedIn(0))).toEqual([]);
    expect(codes(pausedIn(0), { ...student, facts: [stroke] }).length).toBeGreaterThan(0);
    expect(codes(pausedIn(0), { ...student, dayCheck: null })).toEqual(['day-check']);
  });

  it('is over for the technique in which a stop sign was noted, and for everything after an emergency sign', () => {
    expect(codes(noteSigns(pausedIn(0), ['dizzy'], NOW))).toContain('stop-sign-today/stoppedToday/no');
    expect(codes(noteSigns(pausedIn(0), ['chest-pain'], NOW))).toContain('emergency');
  });

  it('is not kept back by what speaks against a passage that is over', () => {
    const stroke = { ...student, facts: [{ fact: 'stroke', since: TODAY, until: null, due: null } as const] };
    expect(codes(pausedIn(1), stroke)).toEqual([]);
  });

  it('is screened with the rounds it comes to and the counts it was eased to', () => {
    const run = begin(sessionOf(alternate, stillness(60)));
    const more = must(oneMoreRound(run, inPassage(run, 0)));
    const eased = must(easeRun(more, inPassage(run, 0)));
    const [passage] = sessionAsLed(eased).passages;
    expect(passage?.kind === 'counted' && [passage.cycles, passage.base as number]).toEqual([10, 3]);
  });
});

describe('a practice at home', () => {
  it('may be made longer only as far as nothing speaks against it, and never beyond half as many rounds again', () => {
    const run = begin(sessionOf(counted('4:0:8', 4, { cycles: 8 }), stillness(60)));
    const review = (of: StudentOnRecord) =>
      changesAllowed(run, (session) => reviewToGiveOut(session, of, [], DAY));
    expect(review(student)).toEqual({ cycles: { a: 12 }, ease: true });
    const lowMood = {
      ...student,
      facts: [{ fact: 'low-mood', since: TODAY, until: null, due: null } as const],
    };
    expect(review(lowMood).cycles['a']).toBeLessThanOrEqual(12);
  });

  it('keeps to what is allowed', () => {
    const run = begin(sessionOf(alternate, stillness(60)));
    const more = must(oneMoreRound(run, inPassage(run, 0)));
    const eased = must(easeRun(run, inPassage(run, 0)));
    expect(keepsTo(more, { cycles: { a: 10 }, ease: true })).toBeTrue();
    expect(keepsTo(more, { cycles: { a: 8 }, ease: true })).toBeFalse();
    expect(keepsTo(more, { cycles: {}, ease: true })).toBeFalse();
    expect(keepsTo(eased, { cycles: {}, ease: true })).toBeTrue();
    expect(keepsTo(eased, { cycles: {}, ease: false })).toBeFalse();
  });
});

describe('the numbers that a next session goes on with', () => {
  const session = sessionOf(alternate, stillness(60));
  const sitting = (run: LeadRun, confirmed = true) => ({ session, record: recordOf(run), confirmed });
  const finished = must(finishRun(begin(session)));
  const current = (...sittings: ReturnType<typeof sitting>[]): string[] =>
    Object.keys(newestNumbers(sittings, ['nadi-shodhana']));

  it('are those of the newest sitting that was finished as planned, and confirmed', () => {
    expect(current(sitting(finished))).toEqual(['nadi-shodhana']);
    expect(current(sitting(must(stopRun(begin(session), millis(1)))))).toEqual([]);
    expect(current(sitting(finished, false))).toEqual([]);
    const eased = must(finishRun(must(easeRun(begin(session), inPassage(begin(session), 0)))));
    expect(current(sitting(eased))).toEqual([]);
    expect(newestNumbers([sitting(finished)], [])).toEqual({});
  });
});
