import { conventions, counted, sessionOf, stillness } from '../testing.js';
import { compareSessions, type Session } from './index.js';

describe('two versions of a session', () => {
  const session = sessionOf(counted('1:2', 4), stillness(60));
  const [first, second] = session.passages;
  if (!first || !second) throw new Error('two passages');
  const said = (after: Session): string[] =>
    compareSessions(session, after, conventions(), 'english').map(
      ({ kind, said: words }) => `${kind}: ${words}`,
    );

  it('differ in nothing where they are the same', () => void expect(said(session)).toEqual([]));
  it('are compared by title, goal, conventions and passages', () => {
    expect(said({ ...session, title: 'Dawn', goal: 'energise' }).slice(0, 2)).toEqual([
      'title: “Dawn” instead of “Evening”',
      'goal: for energise instead of calm',
    ]);
    expect(said({ ...session, conventions: { hum: 'both' } })).toEqual([
      'conventions: other answers where schools differ',
    ]);
    expect(said({ ...session, passages: [second, first] })).toEqual(['order: in another order']);
    expect(said({ ...session, passages: [second] })[0]).toMatch(
      /^removed: without Alternate-nostril breath in 4/,
    );
    expect(said({ ...session, passages: [first, second, { ...second, id: 'c' }] })[0]).toMatch(
      /^added: with/,
    );
  });
  it('say which passage is concerned', () => {
    const ids = (after: Session): (string | null)[] =>
      compareSessions(session, after, conventions(), 'english').map(({ passageId }) => passageId);
    expect(ids({ ...session, title: 'Dawn', passages: [second, { ...second, id: 'c' }] })).toEqual([
      null,
      first.id,
      'c',
    ]);
  });
  it('say what a passage has now instead of what it had', () => {
    const [changed] = said({ ...session, passages: [counted('1:2', 5), second] });
    expect(changed).toMatch(/in 5 · out 10.* instead of .*in 4 · out 8/);
    const reseated = { ...session, passages: [{ ...first, seat: 'chair' as const }, second] };
    expect(said(reseated)[0]).toContain('seat, hands, form of the breath or what is said');
  });
});
