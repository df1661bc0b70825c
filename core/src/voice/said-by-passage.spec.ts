import { conventions, counted, sessionOf, stillness } from '../testing.js';
import { compileSession } from '../timeline/index.js';
import { saidByPassage } from './index.js';

describe('what is said in a session', () => {
  it('is told by passages, what repeats once, with how often', () => {
    const session = sessionOf(
      counted('1:1', 4, { cycles: 6, words: [{ text: 'Softer', round: 2, every: null, phase: 'exhale' }] }),
      stillness(180),
    );
    const timeline = compileSession(session, { hand: 'right' }, conventions());
    const choice = { cues: true, counts: ['inhale'], silentAfter: null } as const;
    const [breaths, rest] = saidByPassage(timeline, choice, 'english').map((said) =>
      said.map(({ words, times }) => `${words} ×${times}`),
    );
    expect(breaths).toContain('Softer ×1');
    expect(breaths?.filter((line) => line.startsWith('Inhale right')).length).toBeGreaterThan(0);
    expect(breaths?.join()).not.toContain('3 ×');
    expect(rest?.at(-1)).toBe('One minute to go ×1');
  });
});
