// What was led once although it must not be: each row is a session and a student, with what has to be found.
import fc from 'fast-check';
import {
  anyMixedSession,
  anyStudent,
  caseOf,
  conventions,
  counted,
  measuredAt,
  passageOf,
  sessionOf,
  stillness,
} from '../testing.js';
import { unmeasured } from '../capacity/index.js';
import {
  checkSession,
  splitPassage,
  type CountedPassage,
  type Passage,
  type Session,
} from '../session/index.js';
import { counts, pace, seconds } from '../units/index.js';
import { LEVELS, screenCase, type FindingLevel, type ScreenedStudent } from './index.js';

const CHILD_AT_5_AND_6: Partial<ScreenedStudent> = {
  age: { youngest: 10, oldest: 11 },
  capacity: measuredAt(5, null, 6),
};
const NEVER_MEASURED: Partial<ScreenedStudent> = { capacity: unmeasured() };

const nose = (
  inhale: number,
  hold: number,
  exhale: number,
  empty = 0,
  change: Partial<CountedPassage> = {},
): CountedPassage =>
  passageOf('slow-even', 'counted', {
    ratio: { inhale, internalHold: hold, exhale, externalHold: empty },
    base: counts(inhale),
    emptyHold: 'as-written',
    seat: 'chair',
    cycles: 12,
    ...change,
  });
const even = (change: Partial<CountedPassage>): CountedPassage =>
  passageOf('sama-vritti', 'counted', { seat: 'chair', emptyHold: 'as-written', ...change });

const levelsOf = (session: Session, student: Partial<ScreenedStudent>): ReadonlyMap<string, FindingLevel> =>
  new Map(screenCase(caseOf(session, student)).map(({ rule, level }) => [rule, level]));
const strictness = (level: FindingLevel | undefined): number =>
  level === undefined ? 0 : LEVELS.length - LEVELS.indexOf(level);
const strictest = (session: Session, student: Partial<ScreenedStudent>): number =>
  Math.max(0, ...[...levelsOf(session, student).values()].map(strictness));

describe('what may not be led', () => {
  const shrinking = { kind: 'step', of: 'internalHold', by: -1, every: 1, to: counts(2) } as const;
  const rows: readonly [string, readonly Passage[], Partial<ScreenedStudent>, string, FindingLevel][] = [
    [
      'in 30 / out 60 for a child measured at 5 / 6',
      [nose(30, 0, 60)],
      CHILD_AT_5_AND_6,
      'measured/exhale>far-over/no',
      'no',
    ],
    [
      'one and a half times and more over the measured inhale',
      [nose(10, 0, 8)],
      { capacity: measuredAt(5, null, 20) },
      'measured/inhale>far-over/no',
      'no',
    ],
    [
      'over the measured exhale',
      [nose(4, 0, 8)],
      { capacity: measuredAt(10, null, 6) },
      'measured/exhale>measured/change',
      'change',
    ],
    [
      'over what can be kept up',
      [nose(4, 0, 7)],
      { capacity: measuredAt(10, null, 6) },
      'measured/exhale>sustainable/care',
      'care',
    ],
    [
      'a hold that was never measured',
      [nose(4, 6, 4)],
      NEVER_MEASURED,
      'never-measured/internalHold>unmeasured/change',
      'change',
    ],
    [
      'a falling hold at its start',
      [even({ ratio: counted('4:10:4', 4).ratio, base: counts(4), ramps: [shrinking], cycles: 12 })],
      { facts: ['pregnancy'], pregnancyWeeks: 20 },
      'pregnancy/hold/no',
      'no',
    ],
    [
      'an open hold at its cap',
      [
        even({
          ratio: counted('4:4:4', 4).ratio,
          base: counts(4),
          openHold: { phase: 'internalHold', expected: seconds(4), cap: seconds(20) },
        }),
      ],
      { facts: ['fainting'] },
      'fainting/hold>4/change',
      'change',
    ],
    [
      'own-pace minutes in low mood',
      [nose(4, 0, 8, 0, { cycles: 1, ownPace: seconds(600) })],
      { facts: ['low-mood'] },
      'low-mood/longExhaleMinutes>3/change',
      'change',
    ],
    [
      'fast counted breathing',
      [nose(1, 0, 1, 0, { pace: pace(500), cycles: 40 })],
      { facts: ['seizures'] },
      'seizures/rapid/no',
      'no',
    ],
    [
      'long, slow breathing during an asthma flare',
      [nose(30, 0, 60)],
      { facts: ['asthma-flare'] },
      'asthma-flare/notNatural/no',
      'no',
    ],
    [
      'a seat that is not possible',
      [nose(4, 0, 4, 0, { seat: 'kneeling' as never })],
      { seats: ['chair'] },
      'seats-recorded/seatNotPossible/change',
      'change',
    ],
    [
      'the technique of a stop sign of today',
      [nose(4, 0, 4)],
      { stoppedToday: ['slow-even'] },
      'stop-sign-today/stoppedToday/no',
      'no',
    ],
    [
      'holds after a stop sign of today',
      [nose(4, 6, 4)],
      { stoppedToday: ['bhramari'] },
      'stop-sign-today/hold>4/change',
      'change',
    ],
    [
      'bellows without an approval',
      [{ ...passageOf('bhastrika', 'strokes'), seat: 'chair' }],
      { approvals: [] },
      'anyone/unapprovedTechnique/change',
      'change',
    ],
    [
      'a hold over 20 s without an approval',
      [nose(6, 24, 12)],
      { approvals: [] },
      'anyone/unapprovedHold/change',
      'change',
    ],
    [
      'lying flat in pregnancy with bleeding',
      [nose(4, 0, 4, 0, { seat: 'lying' })],
      { facts: ['pregnancy-guarded'], pregnancyWeeks: 24 },
      'pregnancy-16-weeks/lying/change',
      'change',
    ],
  ];
  for (const [name, passages, student, rule, level] of rows) {
    it(name, () => {
      const found = levelsOf(sessionOf(...passages, stillness()), student);
      expect(found.get(rule))
        .withContext([...found.keys()].join(' '))
        .toBe(level);
    });
  }

  it('natural breathing is always possible, also after a stop sign and in a flare', () => {
    const student = { stoppedToday: ['slow-even'], facts: ['asthma-flare'] } as Partial<ScreenedStudent>;
    expect(strictest(sessionOf(stillness()), { ...student, ...NEVER_MEASURED })).toBe(0);
  });
});

describe('what is found never grows milder', () => {
  it('by a fact more, but for what insulin says of the gap after a meal', () => {
    fc.assert(
      fc.property(anyMixedSession, anyStudent, fc.constantFrom(...FACTS), (session, student, fact) => {
        const before = levelsOf(session, student);
        const after = levelsOf(session, {
          ...student,
          facts: [...new Set<ScreenedStudent['facts'][number]>([...student.facts, fact])],
        });
        for (const [rule, level] of before)
          if (!rule.includes('/meal') && !rule.startsWith('never-measured/'))
            expect(strictness(after.get(rule)))
              .withContext(rule)
              .toBeGreaterThanOrEqual(strictness(level));
      }),
    );
  });

  it('by cutting a passage in two', () => {
    fc.assert(
      fc.property(anyMixedSession, anyStudent, fc.nat(), (session, student, which) => {
        const passage = session.passages[which % session.passages.length];
        const cut = passage ? splitPassage(session, passage.id, 'cut') : session;
        fc.pre(cut !== session && checkSession(cut, conventions()).length === 0);
        const [before, after] = [levelsOf(session, student), levelsOf(cut, student)];
        for (const [rule, level] of before)
          expect(strictness(after.get(rule)))
            .withContext(rule)
            .toBeGreaterThanOrEqual(strictness(level));
      }),
    );
  });

  it('by longer holds, more and faster strokes, or more rounds', () => {
    fc.assert(
      fc.property(anyMixedSession, anyStudent, fc.nat(), (session, student, which) => {
        const index = which % session.passages.length;
        const passages = session.passages.map((passage, at) => (at === index ? harder(passage) : passage));
        const more = { ...session, passages };
        fc.pre(checkSession(more, conventions()).length === 0);
        expect(strictest(more, student)).toBeGreaterThanOrEqual(strictest(session, student));
      }),
    );
  });
});

const FACTS = ['fainting', 'eyes', 'heart', 'fever', 'pregnancy', 'asthma-flare', 'panic'] as const;

function harder(passage: Passage): Passage {
  switch (passage.kind) {
    case 'natural':
      return passage;
    case 'strokes':
      return { ...passage, strokes: passage.strokes + 10, rate: passage.rate + 5, sets: passage.sets + 1 };
    case 'counted': {
      const held = passage.ratio.internalHold;
      const longer = held > 0 ? { ...passage.ratio, internalHold: held * 1.5 } : passage.ratio;
      return { ...passage, ratio: longer, cycles: passage.cycles + 2 };
    }
  }
}
