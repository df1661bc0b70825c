import { conventions, counted, sessionOf, stillness } from '../testing.js';
import { pace } from '../units/index.js';
import { compileSession } from '../timeline/index.js';
import { cuesTooLong, fitCues, timeToSay } from './index.js';

describe('cue fit', () => {
  const timeline = (base: number, ms = 1000) =>
    compileSession(
      sessionOf(counted('1:1', base, { pace: pace(ms), cycles: 4 }), stillness()),
      { hand: 'right' },
      conventions(),
    );

  it('leaves alone what fits', () => {
    expect(cuesTooLong(timeline(4), 'english')).toEqual([]);
    expect(fitCues(timeline(4), 'english').length).toBeGreaterThan(8);
  });

  it('shortens what does not, and says how often it comes', () => {
    const found = cuesTooLong(timeline(1, 600), 'english');
    expect(found.length).toBeGreaterThan(1);
    for (const { instead, there, needed } of found) {
      expect(needed).toBeGreaterThan(there);
      expect(instead === '' || timeToSay(instead ?? '') <= there).toBeTrue();
    }
    expect(found.some(({ times }) => times > 1)).toBeTrue();
  });

  it('has one answer for every cue', () => {
    for (const { words, needed, there, instead } of fitCues(timeline(1, 500), 'plain'))
      expect(needed <= there)
        .withContext(String(words))
        .toEqual(instead === null);
  });
});
