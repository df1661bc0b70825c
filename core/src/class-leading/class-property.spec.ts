import fc from 'fast-check';
import { currentTake, recordOf } from '../leading/index.js';
import { anyMixedSession, anyStudent, classOf, newInClass as newId } from '../testing.js';
import { millis } from '../units/index.js';
import {
  classFromKept,
  classToKeep,
  easeLane,
  endOfClass,
  endOfLane,
  isLed,
  lastRoundForAll,
  meetNow,
  oneMoreForAll,
  pauseClass,
  quietForAll,
  restLane,
  resumeClass,
  signInClass,
  stopClass,
  type ClassAnswer,
  type ClassLane,
  type ClassRun,
  type ClassToKeep,
} from './index.js';

const SIGNED = { now: '2026-03-10T09:00:00.000Z', newId };
/** What begins the clock of the class anew. */
const PAUSING: readonly string[] = ['pause', 'sign-paused'];
const studentOf = ({ lanes }: ClassRun, lane: number): string => lanes[lane]?.students[0] ?? '';
const led = ({ lanes }: ClassRun): readonly ClassLane[] => lanes.filter(isLed);
const ends = (run: ClassRun): readonly number[] => led(run).map((lane) => Number(endOfLane(lane)));
const apart = (numbers: readonly number[]): number => Math.max(...numbers) - Math.min(...numbers);

describe('a class, whatever is done', () => {
  it('keeps its lanes together, and all there is to know of it (property)', () => {
    const command = fc.record({
      what: fc.constantFrom(
        'ease',
        'halve',
        'rest',
        'meet',
        'more',
        'last',
        'pause',
        'quiet',
        'sign',
        'sign-paused',
      ),
      lane: fc.nat(3),
      share: fc.double({ min: 0.01, max: 0.99, noNaN: true }),
    });
    fc.assert(
      fc.property(
        anyMixedSession,
        fc.array(anyStudent, { minLength: 1, maxLength: 4 }),
        fc.array(command, { minLength: 1, maxLength: 3 }),
        (session, people, commands) => {
          const planned = classOf(
            session,
            Object.fromEntries(people.map((one, index) => [`s${index}`, one])),
          );
          let run = planned;
          expect(apart(ends(planned)))
            .withContext('as it begins')
            .toBeLessThanOrEqual(3);
          for (const one of [...commands].sort((a, b) => a.share - b.share)) {
            const now = millis(Math.round(endOfClass(run) * one.share));
            const lane = one.lane % run.lanes.length;
            const answer = ((): ClassAnswer => {
              switch (one.what) {
                case 'ease':
                  return easeLane(run, now, lane, 'one-count', newId);
                case 'halve':
                  return easeLane(run, now, lane, 'halve', newId);
                case 'rest':
                  return restLane(run, now, lane, newId);
                case 'meet':
                  return meetNow(run, now, newId);
                case 'more':
                  return oneMoreForAll(run, planned, now, newId);
                case 'last':
                  return lastRoundForAll(run, now, newId);
                case 'quiet':
                  return quietForAll(run, now, newId);
                case 'sign':
                  return { ok: true, value: signInClass(run, now, studentOf(run, lane), 'dizzy', SIGNED) };
                case 'sign-paused': {
                  const paused = pauseClass(run, now);
                  const signed = signInClass(paused, now, studentOf(run, lane), 'dizzy', SIGNED);
                  return { ok: true, value: resumeClass(signed) };
                }
                case 'pause':
                  return { ok: true, value: resumeClass(pauseClass(run, now)) };
              }
            })();
            if (!answer.ok) continue;
            expect(apart(ends(answer.value)))
              .withContext(one.what)
              .toBeLessThanOrEqual(12);
            if (!PAUSING.includes(one.what))
              for (const before of led(run)) {
                // What was led already stays as it was.
                const after = answer.value.lanes.find(({ students }) =>
                  before.students.every((one) => students.includes(one)),
                );
                const heard = (of: ClassLane | undefined) =>
                  of && currentTake(of.run).timeline.events.filter(({ to }) => to + of.offset <= now).length;
                if (after && after.offset === before.offset)
                  expect(heard(after)).withContext(one.what).toBe(heard(before));
              }
            run = answer.value;
            // What is kept of it is all there is to know.
            const kept = classFromKept(JSON.parse(JSON.stringify(classToKeep(run))) as ClassToKeep);
            expect(ends(kept)).toEqual(ends(run));
            const records = ({ lanes }: ClassRun) => lanes.map((one) => JSON.stringify(recordOf(one.run)));
            expect(records(stopClass(kept, now))).toEqual(records(stopClass(run, now)));
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});
