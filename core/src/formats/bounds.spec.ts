import { conventions, counted, passageOf, sessionOf, stillness } from '../testing.js';
import { checkSession, LONGEST_OPEN_HOLD, type Passage } from '../session/index.js';
import { sessionFromJson, sessionToJson } from './index.js';

/** A session with a passage that was changed, whatever its type would say. */
const sessionWith = (passage: Passage, change: object) =>
  sessionOf({ ...passage, id: '00000000-0000-4000-8000-000000000001', ...change } as Passage);
const held = (expected: number, cap: number) => ({ openHold: { phase: 'internalHold', expected, cap } });

describe('the bounds of a session', () => {
  // What is at a bound is kept in a file and can be led; what is half a step beyond is refused by the file, and by the check too
  // where that looks at it.
  const rows: readonly [string, Passage, object, object, checked: boolean][] = [
    [
      'the cap of an open hold',
      counted('1:1', 4),
      held(4, LONGEST_OPEN_HOLD),
      held(4, LONGEST_OPEN_HOLD + 0.5),
      true,
    ],
    [
      'what is expected of an open hold',
      counted('1:1', 4),
      held(LONGEST_OPEN_HOLD, LONGEST_OPEN_HOLD),
      held(LONGEST_OPEN_HOLD + 0.5, LONGEST_OPEN_HOLD),
      true,
    ],
    ['the base', counted('1:1', 4, { cycles: 2 }), { base: 100 }, { base: 100.5 }, true],
    ['the rounds', counted('1:1', 1, { cycles: 2 }), { cycles: 1000 }, { cycles: 1001 }, false],
    ['the slowest pace', counted('1:1', 4), { pace: 3000 }, { pace: 3001 }, false],
    ['the fastest pace', counted('1:1', 4), { pace: 500 }, { pace: 499 }, false],
    ["minutes at one's own pace", counted('1:1', 4), { ownPace: 3600 }, { ownPace: 3601 }, false],
    ['natural breathing', stillness(60), { length: 3600 }, { length: 3601 }, false],
    ['strokes', passageOf('kapalabhati', 'strokes'), { strokes: 120 }, { strokes: 1001 }, true],
    ['strokes a minute', passageOf('kapalabhati', 'strokes'), { rate: 120 }, { rate: 1001 }, true],
  ];
  for (const [name, passage, at, beyond, checked] of rows)
    it(`are the same in the file and in the check: ${name}`, () => {
      const inside = sessionWith(passage, at);
      expect(checkSession(inside, conventions())).toEqual([]);
      const kept = sessionFromJson(sessionToJson(inside));
      expect(kept.ok && kept.value).toEqual(inside);
      const outside = sessionWith(passage, beyond);
      expect(sessionFromJson(sessionToJson(outside)).ok).toBeFalse();
      expect(checkSession(outside, conventions()).length > 0).toBe(checked);
    });
});
