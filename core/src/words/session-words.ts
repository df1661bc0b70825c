import { inLanguage, type Value } from '../language.js';

/** Sentences of session. */
export const sessionWords = inLanguage({
  checkCounted: {
    noMoreRounds: (most: Value, rounds: Value) =>
      `Up to ${most} rounds are no more than ${rounds}: give more, or leave it out.`,
    noRounds: 'Nothing is breathed here. Give it a round at least, or minutes at own pace.',
    hasNoCountedPhases: (technique: Value) =>
      `${technique} has no counted phases: choose another technique or its own form.`,
    phaseTooLong: (kind: Value, counts: Value, most: Value) =>
      `The ${kind} would be ${counts} counts; ${most} is the most. Lower the base or the ratio.`,
    routeNotHere: (name: Value, routes: Value) =>
      `${name} goes ${routes}: choose that, or another technique.`,
    holdNotHere: (name: Value, kind: Value) =>
      `${name} has no ${kind}: set it to 0, or choose a technique with a hold.`,
    pathNotHere: (name: Value, ways: Value, inhaleThrough: Value) =>
      `${name} goes in through the ${ways}, not through the ${inhaleThrough}.`,
    earsNotHere: (name: Value) => `${name} leaves the ears open: take the hands down.`,
    tooShortForParts: (kind: Value, counts: Value, value: Value, counts2: Value) =>
      `An ${kind} of ${counts} is too short for ${value} parts of half a count: ${counts2} is the least.`,
    partsDoNotSum: (kind: Value, counts: Value, counts2: Value, least: Value, kind2: Value) =>
      `The parts of the ${kind} sum to ${counts} counts and it has ${counts2}: make the longest ${least}, or the ${kind2} longer.`,
    capBelowExpected: (cap: Value, expected: Value, expected2: Value) =>
      `The cap of an open hold is ${cap} s, shorter than the ${expected} s expected: use ${expected2} s or more.`,
    openHoldTooLong: (most: Value, most2: Value) =>
      `An open hold is let go on for ${most} s at most: use ${most2} s.`,
    rampNeverComes: (rounds: Value, round: Value, rounds2: Value) =>
      `There are ${rounds} rounds, so a hold from round ${round} never comes: use round ${rounds2} or an earlier one.`,
    rampNeverMoves: (counts: Value, counts2: Value, value: Value, counts3: Value) =>
      `This ramp never moves from ${counts} towards ${counts2}: use steps of ${value} and another limit than ${counts3}.`,
    stepNeverComes: (every: Value, rounds: Value, most: Value) =>
      `A step every ${every} rounds never comes in ${rounds} rounds: use ${most} or fewer.`,
    firstNeverComes: (first: Value, rounds: Value) =>
      `A first step in round ${first} never comes in ${rounds} rounds: use ${rounds} or an earlier one.`,
    openNeverComes: (round: Value, rounds: Value) =>
      `A hold that is open from round ${round} never is in ${rounds} rounds: use ${rounds} or an earlier one.`,
    stepsPassLimit: (by: Value, counts: Value, counts2: Value, value: Value) =>
      `Steps of ${by} from ${counts} pass ${counts2} without meeting it: the nearest limit is ${value}.`,
    lockNeverComes: (rounds: Value, fromRound: Value, rounds2: Value) =>
      `There are ${rounds} rounds, so a lock from round ${fromRound} never comes: use round ${rounds2} or an earlier one, or take it out.`,
    lockNotHere: (technique: Value, hold: Value) =>
      `The ${technique} does not belong to this technique in the ${hold}: take it out.`,
  },
  checkStrokes: {
    noStrokesHere: (technique: Value) =>
      `${technique} has no strokes: choose another technique or its own form.`,
    rangeNotHere: (technique: Value, from: Value, to: Value, unit: Value, value: Value, nearest: Value) =>
      `${technique} goes from ${from} to ${to} ${unit}, not ${value}: use ${nearest}.`,
    strokeNotHere: (technique: Value, stroke: Value) =>
      `${technique} has strokes that are ${stroke}: take those, or another technique.`,
    strokesAMinute: 'strokes a minute',
    strokesATurn: 'strokes a turn',
    turnTwice: 'A set has the same turn twice: take one out.',
    rampNeverMoves: (sets: Value, start: Value, to: Value, unit: Value) =>
      `This ramp never moves in ${sets} sets from ${start} towards ${to} ${unit}: use a step every set, and more than one set.`,
    ownPaceNeverComes: (from: Value, sets: Value) =>
      `Own pace from set ${from} never comes in ${sets} sets: use ${sets} or an earlier one.`,
    stepsPassLimit: (by: Value, rate: Value, to: Value, nearest: Value) =>
      `Steps of ${by} from ${rate} pass ${to} without meeting it: the nearest limit is ${nearest}.`,
  },
  check: {
    idTwice: 'Two passages have the same id: give each its own.',
    sessionTooLong: (number: Value, most: Value) =>
      `This would take ${number} hours; ${most} is the most. Lower the rounds, the counts or the pace.`,
    tongueDoesNotRoll: 'This tongue does not roll: breathe in over the teeth or the flat tongue instead.',
  },
  compare: {
    openTime: 'open time',
    minutes: (minutes: Value) => `${minutes} minutes`,
    insteadOf: (title: Value, before: Value) => `“${title}” instead of “${before}”`,
    forInsteadOf: (goal: Value, before: Value) => `for ${goal} instead of ${before}`,
    timeInsteadOf: (minutes: Value, minutes2: Value) => `${minutes} instead of ${minutes2}`,
    otherConventions: 'other answers where schools differ',
    without: (line: Value) => `without ${line}`,
    with: (line: Value) => `with ${line}`,
    otherThanNumbers: (now: Value) => `${now}: seat, hands, form of the breath or what is said`,
    nowInsteadOf: (now: Value, then: Value) => `${now} instead of ${then}`,
    inAnotherOrder: 'in another order',
  },
  locks: {
    emptyHoldOnly: (technique: Value) =>
      `The ${technique} is for the empty hold only: take it out of the full hold.`,
    noHold: (hold: Value) => `There is no ${hold} hold to set a lock in: add the hold or take the lock out.`,
    holdTooShort: (hold: Value, seconds: Value, least: Value) =>
      `A ${hold} hold of ${seconds} s is too short for a lock: ${least} s is the least, so that it can be set and released.`,
  },
  print: {
    two: 'Two',
    three: 'Three',
    four: 'Four',
    six: 'Six',
    eight: 'Eight',
    to: (from: Value, to: Value) => `${from} to ${to}`,
    base: 'base',
    roundsUpTo: (rounds: Value, most: Value) => `${rounds} to ${most} rounds`,
    rounds: (rounds: Value, one: boolean) => `${rounds} ${one ? 'round' : 'rounds'}`,
    sets: (sets: number) => `${sets} ${sets === 1 ? 'set' : 'sets'}`,
    stepsOfRound: (steps: Value, range: Value) => `${steps}-step round of ${range} s`,
    breathsAMinute: (range: Value) => `${range} breaths a minute`,
    holdShare: (shown: Value) => `hold share ${shown} %`,
    fromRound: (of: Value, round: Value) => `${of} from round ${round}`,
    eachRound: 'each round',
    everyRounds: (every: Value) => `every ${every} rounds`,
    ramp: (what: Value, by: Value, often: Value, counts: Value) => `${what} ${by} ${often} to ${counts}`,
    naturalUntilTap: (time: Value) => `natural breath, about ${time}, until a tap`,
    naturalBreath: 'natural breath',
    from: (start: Value) => `from ${start}`,
    inThrough: (inhaleThrough: Value) => `in through the ${inhaleThrough}`,
    openHoldUpTo: (cap: Value, round: number) =>
      `open hold up to ${cap} s${round > 1 ? ` from round ${round}` : ''}`,
    firstInRound: (steps: Value, round: Value) => `${steps}, first in round ${round}`,
    thenOwnPace: (time: Value) => `then ${time} at own pace`,
    ownPaceAlone: (time: Value) => `${time} at own pace`,
    strokes: (sets: number, strokes: Value, rates: Value, sides: Value) =>
      `${sets} ${sets === 1 ? 'set' : 'sets'} of ${strokes} strokes at ${rates} a minute${sides}`,
    strokesOwnPace: (from: number) => (from === 1 ? ', at own pace' : `, at own pace from set ${from}`),
  },
});
