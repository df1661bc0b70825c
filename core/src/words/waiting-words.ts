import { inLanguage, plural, type Value } from '../language.js';

/** What waits, as it is said on Today. */
export const waitingWords = inLanguage({
  daysAgo: (days: number) => (days === 0 ? 'today' : days === 1 ? 'yesterday' : `${days} days ago`),
  inDays: (days: number) => (days === 0 ? 'today' : days === 1 ? 'tomorrow' : `in ${days} days`),
  steps: {
    advance: 'may advance',
    stay: 'stays on the rung',
    ease: 'goes one rung down',
    check: 'needs a new capacity check',
    suspend: 'is suspended',
  },
  stepTo: (step: Value, numbers: Value) => `${step} to ${numbers}`,
  strokes: (sets: Value, strokes: Value, rate: Value) => `${sets} × ${strokes} strokes at ${rate} a minute`,
  minutes: (minutes: Value) => `${minutes} min`,
  suspended: (sign: Value) => `is suspended: ${sign}`,
  suspendedSince: (day: Value) => `since ${day}, until a clearance for this sign is on file`,
  unfinished: (title: Value) => `began “${title}”, which has not ended`,
  signs: (signs: Value) => `told of ${signs} at home`,
  intake: 'has an unfinished intake',
  notLed: 'nothing is led before it is finished',
  endedOn: (day: Value) => `ended on ${day}`,
  ends: (when: Value) => `ends ${when}`,
  clearance: (scope: Value, ends: Value) => `a clearance for ${scope} ${ends}`,
  noCheck: 'has no capacity check',
  checkOf: (days: Value) => `has a capacity check of ${days} days ago`,
  old: (when: Value) => `old ${when}`,
  fromLog: (sittings: number) => `has ${plural(sittings, 'sitting', 'sittings')} from a log to confirm`,
  notCounted: 'they count for nothing yet',
  away: (days: Value) => `is away for ${days} days`,
  /** Several students of whom the same waits, in one line. */
  groups: {
    suspended: (students: number) => `${students} students are suspended`,
    unfinished: (students: number) => `${students} sittings have not ended`,
    sign: (students: number) => `${students} students told of signs at home`,
    decision: (students: number) => `${students} steps of ladders are to be decided`,
    intake: (students: number) => `${students} students have an unfinished intake`,
    clearance: (students: number) => `${students} clearances end soon`,
    capacity: (students: number) => `${students} students need a capacity check`,
    log: (students: number) => `${students} students have sittings from a log to confirm`,
    away: (students: number) => `${students} students are away`,
  },
});
