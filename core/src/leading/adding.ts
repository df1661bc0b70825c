import { passageInPlaceOf, withinCapacity, type FitTo } from '../capacity/index.js';
import { failure, success } from '../result.js';
import { insertPassage, newPassage, untaught, withCycles, type Passage } from '../session/index.js';
import { isTechniqueId, techniqueOf, type TechniqueId } from '../technique/index.js';
import type { LiveChange, ResumePoint } from '../timeline/index.js';
import { secondsToMillis, seconds, type Millis, type Seconds } from '../units/index.js';
import { cyclesInAll, indexNow, originOf } from './cycles-in-all.js';
import {
  conventionsOfRun,
  currentTake,
  cyclesOfRun,
  ledFrom,
  logged,
  notLed,
  writtenAnew,
  type AddedPassage,
  type LeadAnswer,
  type LeadRun,
} from './lead-run.js';
import { passageAsLed } from './going-on.js';
import { momentAt } from './moment.js';

/** A run whose session has one more passage, after the one with this id. Indices up to that one stay. */
const withPassage = (run: LeadRun, passage: Passage, after: string, added: AddedPassage): LeadRun => ({
  ...run,
  setup: { ...run.setup, session: insertPassage(run.setup.session, passage, after) },
  added: [...run.added, added],
});

/**
 * Ends the passage that is led at once, hand down and one breath through both where a hand is up, and leads another before
 * what follows. While paused, leading goes on with the other.
 *
 * @param leftOut passages after it that are led no more.
 */
export function leadInstead(
  run: LeadRun,
  at: Millis,
  passage: Passage,
  why: AddedPassage['why'],
  leftOut: readonly string[] = [],
): LeadRun {
  const index = indexNow(run, at);
  const here = run.setup.session.passages[index];
  if (!here) throw new Error('nothing is led');
  const put = withPassage(run, passage, here.id, { id: passage.id, after: here.id, why });
  const changes: readonly LiveChange[] = [...run.changes, { kind: 'skip', passageId: here.id, leftOut }];
  const begins: ResumePoint =
    passage.kind === 'natural'
      ? { kind: 'rest', passage: index + 1, remaining: secondsToMillis(passage.length) }
      : { kind: 'cycle', passage: index + 1, cycle: 1 };
  if (run.state.kind === 'paused') return { ...put, changes, state: { kind: 'paused', resumeAt: begins } };
  const from: ResumePoint = here.kind === 'natural' ? begins : { kind: 'closing', passage: index };
  return ledFrom({ ...put, changes }, at, from);
}

/** Seconds that are left of the passage that is led, as they are expected. */
function leftHere(run: LeadRun, at: Millis): Seconds {
  const { timeline } = currentTake(run);
  const left = momentAt(timeline, at)?.left.passage ?? 0;
  return seconds(Math.max(1, Math.round(left / 1000)));
}

/** Back to mere watching: the passage ends at once, and natural breathing takes the time that is left of it. */
export function watchOnly(run: LeadRun, at: Millis, id: string): LeadAnswer {
  if (run.state.kind !== 'leading') return notLed(run);
  const here = run.setup.session.passages[indexNow(run, at)];
  if (!here || here.kind === 'natural') return failure({ code: 'at-rest-already' });
  const natural = naturalPassage('breath-watching', id, here, leftHere(run, at));
  return success(logged(run, at, 'watch', leadInstead(run, at, natural, 'watch')));
}

/** Natural breathing in the seat of another passage. */
export const naturalPassage = (
  technique: TechniqueId,
  id: string,
  { seat }: Passage,
  length: Seconds,
): Extract<Passage, { kind: 'natural' }> => {
  const fresh = newPassage(technique, id);
  if (fresh.kind !== 'natural') throw new Error(`not natural breathing: ${technique}`);
  return { ...fresh, seat, length };
};

/**
 * The simpler form of a technique for the time that is left of the passage, as it begins, within what the student can sustain:
 * the passage ends at once.
 */
export function simplerForm(run: LeadRun, at: Millis, id: string, fit: FitTo): LeadAnswer {
  if (run.state.kind !== 'leading') return notLed(run);
  const here = run.setup.session.passages[indexNow(run, at)];
  const simpler = here && techniqueOf(here.technique).simpler;
  if (!here || here.kind === 'natural' || !simpler || !isTechniqueId(simpler))
    return failure({ code: 'nothing-simpler' });
  const conventions = conventionsOfRun(run);
  const fresh = passageInPlaceOf({ ...here, id }, simpler, leftHere(run, at), conventions, fit);
  const passage = withinCapacity(fresh, fit.sustainable, conventions) ?? fresh;
  return success(logged(run, at, 'simpler', leadInstead(run, at, passage, 'simpler')));
}

/**
 * The passage once more after it is over (after natural breathing: the one before), with as many rounds as may still be led of
 * it. Where it was eased, it is repeated so.
 */
export function repeatPassage(run: LeadRun, at: Millis, id: string): LeadAnswer {
  if (run.state.kind !== 'leading' && run.state.kind !== 'paused') return failure({ code: 'not-leading' });
  const { passages } = run.setup.session;
  const here = passages[indexNow(run, at)];
  const led = passages.slice(0, indexNow(run, at) + 1).findLast(({ kind }) => kind !== 'natural');
  if (!here || !led || led.kind === 'natural' || cyclesOfRun(run, led) === 0)
    return failure({ code: 'nothing-to-repeat' });
  const { perRound, planned, most, heard, here: rest, later } = cyclesInAll(run, at, led);
  const rounds = Math.floor((most - heard - rest - later) / perRound);
  if (rounds < 1)
    return failure({ code: 'enough-rounds', planned: planned / perRound, most: most / perRound });
  const after = originOf(run, led.id);
  // What was explained and tried is not again.
  const passage = { ...untaught(fewerRounds(passageAsLed(run, led), rounds, perRound)), id };
  const again = withPassage(run, passage, here.id, { id, after, why: 'repeat' });
  return success(logged(run, at, 'repeat', writtenAnew(again)));
}

/** A passage with so many rounds (sets) at the most. */
function fewerRounds(passage: Passage, rounds: number, perRound: number): Passage {
  switch (passage.kind) {
    case 'natural':
      return passage;
    case 'strokes':
      return { ...passage, sets: Math.min(passage.sets, rounds) };
    case 'counted':
      return withCycles(passage, Math.min(passage.cycles, rounds * perRound));
  }
}
