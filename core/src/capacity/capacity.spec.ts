import { DEFAULT_CONVENTIONS } from '../conventions/index.js';
import { countsOf } from '../ratio/index.js';
import { newPassage, newSession, type Session } from '../session/index.js';
import { compileSession } from '../timeline/index.js';
import { millis, seconds, type Seconds } from '../units/index.js';
import {
  checkCapacity,
  comfortFactors,
  describeCapacityProblem,
  newFittedPassage,
  sustainableCapacity,
} from './index.js';

describe('sustainable capacity', () => {
  const measured = { inhale: seconds(10), exhale: seconds(15), hold: seconds(20), emptyHold: null };

  it('is 0.8 of the breaths and 0.6 of the hold', () => {
    expect(sustainableCapacity(measured, comfortFactors(3))).toEqual({
      inhale: seconds(8),
      internalHold: seconds(12),
      exhale: seconds(12),
      externalHold: null,
    });
  });

  it('is 0.1 lower for the first three sittings', () => {
    expect(comfortFactors(2)).toEqual({ breath: 0.7, hold: 0.5 });
    expect(sustainableCapacity(measured, comfortFactors(0)).internalHold).toEqual(seconds(10));
  });
});

describe('checkCapacity', () => {
  it('lets holds be left out', () => {
    expect(checkCapacity({ inhale: 5, exhale: 7, hold: null, emptyHold: null }).ok).toBeTrue();
  });

  const refused: [string, Parameters<typeof checkCapacity>[0], string][] = [
    ['zero', { inhale: 0, exhale: 7, hold: null, emptyHold: null }, 'inhale'],
    ['400 s', { inhale: 5, exhale: 7, hold: 400, emptyHold: null }, 'hold'],
    ['nothing', { inhale: 5, exhale: null, hold: null, emptyHold: null }, 'exhale'],
    ['not a number', { inhale: 5, exhale: 7, hold: null, emptyHold: NaN }, 'emptyHold'],
  ];
  for (const [what, typed, phase] of refused) {
    it(`refuses ${what} at the ${phase}, saying the range`, () => {
      const checked = checkCapacity(typed);
      if (checked.ok) return fail('accepted');
      expect(checked.problem.map((problem) => problem.phase as string)).toEqual([phase]);
      expect(checked.problem.map(describeCapacityProblem)[0]).toMatch(/ s\.$|seconds\.$/);
    });
  }
});

describe('what somebody begins with', () => {
  const sustainable = {
    inhale: seconds(8),
    internalHold: seconds(8),
    exhale: seconds(8),
    externalHold: seconds(4),
  };
  const ratioOf = (beginner: boolean, externalHold = sustainable.externalHold as Seconds | null): string => {
    const passage = newFittedPassage('sama-vritti', 'a', {
      beginner,
      sustainable: { ...sustainable, externalHold },
    });
    return passage.kind === 'counted' ? Object.values(countsOf(passage)).join(':') : '';
  };

  it('is even four-part breath with its fourth part only with experience, and where that can be sustained', () => {
    expect(ratioOf(true)).toBe('3:3:3:0');
    expect(ratioOf(false)).toBe('3:3:3:3');
    expect(ratioOf(false, null)).toBe('3:3:3:0');
  });

  it('is at least two minutes of slow even breath', () => {
    const passage = newPassage('slow-even', 'a');
    const session: Session = { ...newSession('x', { counted: 'a', natural: 'b' }), passages: [passage] };
    expect(compileSession(session, { hand: 'right' }, DEFAULT_CONVENTIONS).total).toBeGreaterThanOrEqual(
      millis(120_000),
    );
  });
});
