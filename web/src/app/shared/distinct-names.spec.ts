import { distinctNames } from './distinct-names';

describe('names that stand together', () => {
  it('have a number where two are the same, and none where they are not', () => {
    expect(distinctNames(['Hum', 'Even', 'Hum', 'Cool', 'Hum'])).toEqual([
      'Hum (1)',
      'Even',
      'Hum (2)',
      'Cool',
      'Hum (3)',
    ]);
  });
});
