import { measureSession } from '../screening/index.js';
import { A_DAY, conventions, counted, sessionOf, stillness } from '../testing.js';
import { alignLanes, guestInClass, isQuietGuest, type GuestAnswer, type GuestAnswers } from './index.js';

const PROFILE = conventions();

/** 4:8:8 through alternate nostrils, as a guest practises it. */
function laneOf(answers: GuestAnswers) {
  const guest = guestInClass('guest', answers, A_DAY);
  const session = sessionOf(counted('1:2:2', 4, { id: 'a', seat: 'chair', cycles: 10 }), stillness());
  const { lanes } = alignLanes({
    session,
    students: [guest],
    profile: PROFILE,
    ownSound: false,
    newId: () => 'x',
  });
  const [lane] = lanes;
  if (!lane) throw new Error('no lane');
  return { lane, measured: measureSession(lane.session, guest.screening.student, PROFILE) };
}

describe('a guest of a class', () => {
  const cases: readonly (readonly [GuestAnswer, GuestAnswer, boolean])[] = [
    ['no', 'no', false],
    ['yes', 'no', true],
    ['no', 'yes', true],
    ['unknown', 'no', true],
    ['no', 'unknown', true],
  ];
  for (const [pregnant, trouble, quiet] of cases)
    it(`pregnant ${pregnant}, trouble ${trouble}: ${quiet ? 'quiet only' : 'within the limits of the never measured'}`, () => {
      const answers: GuestAnswers = { age: 'adult', pregnant, trouble };
      expect(isQuietGuest(answers)).toBe(quiet);
      const { lane, measured } = laneOf(answers);
      expect(lane.left).toEqual([]);
      expect(measured.every(({ notQuiet }) => notQuiet === 0)).toBe(quiet);
      for (const passage of lane.session.passages)
        if (passage.kind === 'counted')
          expect(passage.ratio.internalHold * passage.base).toBeLessThanOrEqual(2);
    });

  it('who is a child gets the limits of a child', () => {
    const { lane } = laneOf({ age: 'child', pregnant: 'no', trouble: 'no' });
    const [first] = lane.session.passages;
    expect(first?.kind === 'counted' ? first.ratio.inhale * first.base : 0).toBeLessThanOrEqual(3);
    expect(lane.left).toEqual([]);
  });
});
