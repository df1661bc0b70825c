import fc from 'fast-check';
import {
  anyConventions,
  anyMixedSession,
  conventions,
  counted,
  passageOf,
  sessionOf,
  stillness,
} from '../testing.js';
import { editPassage, movePassage, removePassage, type Passage, type Session } from '../session/index.js';
import { counts, pace, seconds } from '../units/index.js';
import { compileSession, SessionCompiler } from './index.js';

/** An edit of one passage: of its length by whole or half counts, its pace, its rounds. */
const edited = (passage: Passage, how: number): Passage => {
  switch (passage.kind) {
    case 'natural':
      return { ...passage, length: seconds(passage.length + 1 + how) };
    case 'strokes':
      return how % 2 === 0 ? { ...passage, sets: passage.sets + 1 } : { ...passage, rate: passage.rate + 1 };
    case 'counted':
      return [
        { ...passage, cycles: passage.cycles + 1 },
        { ...passage, base: counts(passage.base + 0.5) },
        { ...passage, pace: pace(passage.pace + 1) },
      ][how % 3] as Passage;
  }
};

describe('compiling while a session is edited', () => {
  it('gives what compiling anew gives, whatever was edited', () => {
    fc.assert(
      fc.property(
        anyMixedSession,
        anyConventions,
        fc.array(fc.tuple(fc.nat(), fc.nat(8)), { maxLength: 6 }),
        (start, rules, edits) => {
          const compiler = new SessionCompiler();
          let session: Session = start;
          compiler.compile(session, { hand: 'right' }, rules);
          for (const [at, how] of edits) {
            const { id } = session.passages[at % session.passages.length] as Passage;
            session =
              how === 7
                ? movePassage(session, id, 1)
                : how === 8
                  ? removePassage(session, id)
                  : editPassage(session, id, (passage) => edited(passage, how));
            expect(compiler.compile(session, { hand: 'right' }, rules)).toEqual(
              compileSession(session, { hand: 'right' }, rules),
            );
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  it('keeps the events before what was edited, and only moves the ones after it', () => {
    const before = sessionOf(
      { ...passageOf('ujjayi', 'counted'), id: 'u' },
      counted('1:1:2', 5),
      stillness(),
    );
    const compiler = new SessionCompiler();
    const rules = conventions();
    const first = compiler.compile(before, { hand: 'right' }, rules);
    const after = editPassage(before, 'a', (passage) => ({ ...passage, cycles: 16 }) as Passage);
    const second = compiler.compile(after, { hand: 'right' }, rules);
    expect(second.events[3] === first.events[3])
      .withContext('the same object')
      .toBeTrue();
    expect(second.total - first.total).toBe(40_000);
    expect(second.events.at(-1)?.cue === first.events.at(-1)?.cue)
      .withContext('only moved')
      .toBeTrue();
  });
});
