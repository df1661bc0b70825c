import { conventions } from '../testing.js';
import { describeClosingHand, describeFingers, fingersFor, handAtNose } from './index.js';

describe('the fingers of the closing hand', () => {
  const rows = [
    [{}, 'right', 'ring-and-little', 'thumb'],
    [{}, 'left', 'thumb', 'ring-and-little'],
    [{ leftClosedBy: 'ring' }, 'right', 'ring', 'thumb'],
    [{ leftClosedBy: 'little' }, 'right', 'little', 'thumb'],
    [{ leftClosedBy: 'little' }, 'left', 'thumb', 'little'],
    [{ leftClosedBy: 'middle' }, 'right', 'middle', 'thumb'],
    [{ fingerPosition: 'thumb-and-index', leftClosedBy: 'little' }, 'right', 'index', 'thumb'],
  ] as const;
  for (const [change, hand, left, right] of rows)
    it(`of the ${hand} hand, by ${JSON.stringify(change)}: ${left} and ${right}`, () =>
      void expect(fingersFor(hand, conventions(change))).toEqual({ left, right }));

  it('are told before anything moves, and while it does', () => {
    const little = conventions({ leftClosedBy: 'little' });
    expect(describeClosingHand('right', little)).toBe(
      'With the right hand: the thumb for the right nostril, the little finger for the left. Index and middle finger: folded to the palm.',
    );
    expect(describeClosingHand('left', conventions({ fingerPosition: 'thumb-and-index' }))).toBe(
      'With the left hand: the index finger for the right nostril, the thumb for the left.',
    );
    const [left, right] = (['left', 'right'] as const).map((side) => handAtNose(side, 'right', little));
    expect(left && right && describeFingers(left, right)).toBe('little closes left, thumb opens right');
  });
});
