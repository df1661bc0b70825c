import { conventions, counted, passageOf, sessionOf, stillness } from '../testing.js';
import { NOT_TAUGHT, type Passage } from '../session/index.js';
import { counts, pace, seconds } from '../units/index.js';
import { describeInstructions, instructionsOf } from './index.js';

const TO = { hand: 'right', naming: 'english', conventions: conventions() } as const;
const told = (passage: Passage): string => describeInstructions(passage, TO).join(' ');
const modified = (change: Partial<ReturnType<typeof counted>['modifiers']>): Passage => {
  const passage = counted('1:1', 4);
  return { ...passage, modifiers: { ...passage.modifiers, ...change } };
};

describe('what a passage asks beside its numbers', () => {
  const rows: readonly [Passage, string][] = [
    [counted('1:1', 4, { seat: 'chair' }), 'Seat: chair.'],
    [
      counted('1:1', 4),
      'With the right hand: the thumb for the right nostril, the ring and little finger for the left.',
    ],
    [counted('1:1', 4, { resting: 'heart' }), 'The other hand: at the heart, palm on the breastbone.'],
    [counted('1:1', 4, { byAttention: true }), 'The sides are followed by attention alone, hands down.'],
    [counted('1:1', 4, { trial: true }), 'A trial round.'],
    [
      counted('1:1', 4, {
        getReady: 3,
        teaching: {
          explain: '',
          explainFor: seconds(90),
          demonstrate: 1,
          trial: 2,
          quiet: seconds(30),
          ask: seconds(0),
        },
      }),
      'First explained for 1:30, 1 round shown, 2 rounds tried, not counted. A count down of 3 before it begins. After it quiet for 0:30.',
    ],
    [
      passageOf('kapalabhati', 'strokes', { firstBreath: true, teaching: { ...NOT_TAUGHT, trial: 1 } }),
      'First 1 set tried, not counted. A deep breath before each turn.',
    ],
    [counted('1:1', 4, { exhaleThrough: 'rounded-lips' }), 'Out through the rounded lips.'],
    [counted('1:1', 4, { pace: pace(1500) }), 'A count lasts 1.5 s.'],
    [counted('1:1', 4, { between: seconds(3) }), 'Let go for 3 s after each breath.'],
    [counted('1:1', 4, { turning: { full: seconds(1), empty: seconds(0) } }), 'A pause of 1 s when full.'],
    [
      counted('1:2:2', 4, { locks: { internalHold: ['chin', 'root'], externalHold: [], fromRound: 3 } }),
      'Held full: chin lock and root lock, from round 3.',
    ],
    [
      counted('1:1', 6, {
        parts: {
          inhale: {
            lengths: [counts(2), counts(2), counts(2)],
            pause: counts(1),
            atEnd: false,
            regions: false,
          },
          exhale: null,
        },
      }),
      'In by parts of 2, 2, 2, a pause of 1 between.',
    ],
    [modified({ gaze: 'closed-brows' }), 'Eyes closed, turned inward between the brows.'],
    [modified({ tongue: 'palate' }), 'Tongue: tip behind the upper teeth.'],
    [modified({ head: 'chin-tuck' }), 'Head: a mild chin tuck throughout (this is not a lock).'],
    [modified({ syllable: 'so' }), 'Silently with the breath: “so”.'],
    [modified({ throatSound: true }), 'With the throat sound.'],
    [modified({ tension: true }), 'Tense the whole body in the hold'],
    [passageOf('bhramari', 'counted'), 'Hum on the exhale.'],
    [passageOf('bhramari', 'counted'), 'Hands at the ears: '],
    [passageOf('kapalabhati', 'strokes'), 'Strokes: sharp exhale, passive inhale.'],
    [
      passageOf('kapalabhati', 'strokes', { modifiers: { ...counted('1:1', 4).modifiers, syllable: 'hum' } }),
      'Silently with the breath: “hum”.',
    ],
    [passageOf('kapalabhati', 'strokes'), 'After each set one deep breath: in 4 · out 6.'],
    [stillness(), 'Eyes closed, resting.'],
  ];
  for (const [passage, line] of rows)
    it(`is told: ${line}`, () => void expect(told(passage)).toContain(line));

  it('is told with the numbers and how they change before it, and what the instructor says after it', () => {
    const passage = counted('1:1', 4, {
      ramps: [{ kind: 'step', of: 'exhale', by: 1, every: 2, to: counts(8) }],
      openHold: { phase: 'internalHold', expected: seconds(10), cap: seconds(20) },
      ownPace: seconds(60),
      say: '  Look at the water. ',
    });
    const [lines = []] = instructionsOf(sessionOf(passage), TO);
    expect(lines[0]).toContain('out +1 every 2 rounds to 8');
    expect(lines[0]).toContain('open hold up to 20 s');
    expect(lines[0]).toContain('then 1:00 at own pace');
    expect(lines.at(-1)).toBe('“Look at the water.”');
  });
});
