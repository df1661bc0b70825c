import fc from 'fast-check';
import {
  anyMixedSession,
  anyStudent,
  caseOf,
  counted,
  measuredAt,
  passageOf,
  sessionOf,
  stillness,
} from '../testing.js';
import { countsOf, formatBreath } from '../ratio/index.js';
import { blocksLeading, screenCase, type ScreenedStudent } from '../screening/index.js';
import { checkSession, type Passage } from '../session/index.js';
import { refitSession } from './index.js';

const SMALL = measuredAt(4, null, 6);
const refit = (passages: readonly Passage[], student: Partial<ScreenedStudent> = {}) =>
  refitSession(caseOf(sessionOf(...passages), { capacity: SMALL, seats: ['chair'], ...student }));

describe('a session for another student', () => {
  it('comes down to what they can sustain, in a seat that is possible, and says so', () => {
    const { session, changes, left } = refit([counted('1:2', 6, { seat: 'cross-legged' }), stillness()]);
    const [first] = session.passages;
    expect(first?.kind === 'counted' && formatBreath(countsOf(first))).toBe('in 3 · out 6');
    expect(session.passages.map(({ seat }) => seat)).toEqual(['chair', 'chair']);
    expect(changes.map(({ said }) => said)).toEqual(['seat: chair', 'in 3 · out 6', 'seat: chair']);
    for (const { reason } of changes) expect(reason.length).toBeGreaterThan(10);
    expect(left).toEqual([]);
  });
  it('loses a hold that was never measured, and fits what is left', () => {
    const { session, changes } = refit([
      counted('1:1:2', 6, { seat: 'chair' }),
      { ...stillness(), seat: 'chair' },
    ]);
    const [first] = session.passages;
    expect(first?.kind === 'counted' && formatBreath(countsOf(first))).toBe('in 3 · out 6');
    expect(changes[0]?.reason).toBe('The internal hold was never measured for this student.');
  });
  it('stays as it is where nothing asks for a change', () => {
    const session = sessionOf(counted('1:2', 3, { seat: 'chair' }), { ...stillness(), seat: 'chair' });
    expect(refit(session.passages).session.passages).toEqual(session.passages);
  });
  it('loses what is not for them, with the reason', () => {
    const { changes } = refit(
      [passageOf('kapalabhati', 'strokes', { seat: 'chair', id: 'k' }), stillness()],
      {
        facts: ['hernia'],
      },
    );
    const replaced = changes.find(({ said }) => said.startsWith('replaced by'));
    expect(replaced?.reason).toContain('Hernia');
  });
  it('never leaves anything in the way that a change could lift', () => {
    fc.assert(
      fc.property(anyMixedSession, anyStudent, (session, student) => {
        const of = caseOf(session, { ...student, capacity: SMALL, seats: ['chair'] });
        fc.pre(checkSession(session, of.profile).length === 0 && !student.facts.includes('not-still'));
        const { session: fitted, left } = refitSession(of);
        const after = screenCase({ ...of, session: fitted }).filter(blocksLeading);
        return left.length === 0 && after.length === 0 && checkSession(fitted, of.profile).length === 0;
      }),
      { numRuns: 80 },
    );
  });
});
