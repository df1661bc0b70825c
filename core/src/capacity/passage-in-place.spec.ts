import { countsOf } from '../ratio/index.js';
import { conventions, counted } from '../testing.js';
import { seconds } from '../units/index.js';
import { passageInPlaceOf, sustainableFrom, unmeasured, type FitTo } from './index.js';

const CONVENTIONS = conventions();
const FIT: FitTo = { sustainable: sustainableFrom(unmeasured()), beginner: false };

describe('a passage in the place of another', () => {
  const inPlaceOf = (ratio: string) =>
    passageInPlaceOf(counted(ratio, 4, { cycles: 20 }), 'sama-vritti', seconds(160), CONVENTIONS, FIT);

  it('has no hold where the other had none, though the technique begins with one', () => {
    const even = inPlaceOf('1:0:1');
    if (even.kind !== 'counted') throw new Error(even.kind);
    expect(Number(countsOf(even).internalHold)).toBe(0);
    expect(Number(countsOf(even).externalHold)).toBe(0);
    expect(even.locks.internalHold).toEqual([]);
    expect(even.id).toBe('a');
  });

  it('is about as long as it should be', () => {
    const even = inPlaceOf('1:0:1');
    if (even.kind !== 'counted') throw new Error(even.kind);
    const { inhale, exhale } = countsOf(even);
    expect(Math.abs(even.cycles * (inhale + exhale) - 160)).toBeLessThanOrEqual(inhale + exhale);
  });
});
