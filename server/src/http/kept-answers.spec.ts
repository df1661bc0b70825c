import { RevisionCache } from './revision-cache.js';

describe('kept answers', () => {
  let made: number;
  const make = (): Promise<number> => Promise.resolve(++made);
  beforeEach(() => (made = 0));

  it('are made once for a revision, and again for the next', async () => {
    const answers = new RevisionCache();
    const texts = [];
    for (const revision of ['1', '1', '2', '2', '1'])
      texts.push((await answers.get('a', revision, make)).text);
    expect(texts).toEqual(['1', '1', '2', '2', '3']);
  });

  it('keep what belongs to one from what belongs to another, and do not grow without end', async () => {
    const answers = new RevisionCache();
    expect((await answers.get('a', '1', make)).text).toBe('1');
    expect((await answers.get('b', '1', make)).text).toBe('2');
    for (let other = 0; other < 60; other++) await answers.get(`other ${other}`, '1', make);
    expect((await answers.get('a', '1', make)).text)
      .withContext('was let go')
      .toBe('63');
  });
});
