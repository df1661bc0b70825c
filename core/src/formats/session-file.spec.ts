import fc from 'fast-check';
import { anyMixedSession, anySession, counted, sessionOf, stillness } from '../testing.js';
import { sessionFromJson, sessionToJson, SESSION_FORMAT, SESSION_FORMAT_VERSION } from './index.js';

const ids = ['5d0f5a3e-2f43-4f0e-8d53-0f0a7c1d2e3f', '0b8f3c3e-8c0a-4d43-a6a0-7e6d5c4b3a21'];
const withIds = (session: ReturnType<typeof sessionOf>) => ({
  ...session,
  passages: session.passages.map((passage, index) => ({ ...passage, id: ids[index] ?? '' })),
});

describe('the open session format', () => {
  it('takes back every session as it was', () => {
    fc.assert(
      fc.property(fc.oneof(anySession, anyMixedSession), (made) => {
        const session = withIds(made);
        const back = sessionFromJson(sessionToJson(session));
        if (!back.ok) throw new Error(JSON.stringify(back.problem));
        expect(back.value).toEqual(session);
        expect(sessionToJson(back.value)).toBe(sessionToJson(session));
      }),
    );
  });

  const good = { format: SESSION_FORMAT, version: SESSION_FORMAT_VERSION };
  const session = withIds(sessionOf(counted('1:2', 4), stillness()));
  const bad: readonly [string, string, string, string | null][] = [
    ['5 MB', 'x'.repeat(5_000_000), 'too-large', null],
    ['no JSON', '{', 'not-json', null],
    ['nothing', 'null', 'not-a-session', '/format'],
    ['another format', JSON.stringify({ format: 'score' }), 'not-a-session', '/format'],
    ['a future version', JSON.stringify({ ...good, version: 4, session }), 'unknown-version', '/version'],
    ['no session', JSON.stringify(good), 'invalid', '/session'],
    [
      'no passages',
      JSON.stringify({ ...good, session: { ...session, passages: [] } }),
      'invalid',
      '/session/passages',
    ],
    [
      'a pace that is none',
      JSON.stringify({
        ...good,
        session: { ...session, passages: [{ ...session.passages[0], pace: 5 }, session.passages[1]] },
      }),
      'invalid',
      '/session/passages/0/pace',
    ],
    [
      'an unknown field',
      JSON.stringify({ ...good, session: { ...session, mood: 1 } }),
      'invalid',
      '/session/mood',
    ],
  ];
  it('reads a file of the first version, which had no notes and no time', () => {
    const { minutes: _, ...before } = session;
    const passages = before.passages.map(({ say: __, ...passage }) => passage);
    const text = JSON.stringify({ ...good, version: 1, session: { ...before, passages } });
    expect(sessionFromJson(text)).toEqual({ ok: true, value: session });
  });

  it('reads a file of the second version, in which what goes with the breath had another name, and leaves text alone', () => {
    const told = { ...session, title: '"modifiers": and "dressing": are words' };
    const passages = told.passages.map((passage) => {
      if (passage.kind === 'natural') return passage;
      const { modifiers: dressing, ...others } = passage;
      return { ...others, dressing };
    });
    const text = JSON.stringify({ ...good, version: 2, session: { ...told, passages } });
    expect(sessionFromJson(text)).toEqual({ ok: true, value: told });
  });

  for (const [what, text, code, pointer] of bad)
    it(`refuses ${what}, and says where`, () => {
      const answer = sessionFromJson(text);
      if (answer.ok) return fail('was taken');
      expect(answer.problem.code).toBe(code as 'invalid');
      expect(answer.problem.message.length).toBeGreaterThan(20);
      expect(answer.problem.pointers[0]?.pointer ?? null).toBe(pointer);
    });
});
