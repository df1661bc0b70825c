import { inLanguage } from '../language.js';

/**
 * What screening measures of a passage. A measure is a number: seconds, minutes, strokes a minute or a proportion; what
 * is only there or not is 1 or 0. A rule fires above its threshold.
 */
export interface Measures {
  /** Seconds: the longest hold it can come to, full, empty, or either. Pauses up to 2 s are none. */
  readonly internalHold: number;
  readonly externalHold: number;
  readonly hold: number;
  /** Moving parts of the longest inhale and exhale, seconds; with the pauses of their parts; the exhale in proportion to its inhale. */
  readonly inhale: number;
  readonly inhaleWithPauses: number;
  readonly exhale: number;
  readonly exhaleWithPauses: number;
  readonly exhaleToInhale: number;
  /** Minutes of cycles whose exhale is longer than the inhale, holds and pauses included. */
  readonly longExhaleMinutes: number;
  /** Minutes of cycles whose exhale is twice the inhale or longer. */
  readonly doubleExhaleMinutes: number;
  /** Minutes. */
  readonly raisedArm: number;
  readonly oneNostril: number;
  readonly coolingMinutes: number;
  readonly leftOnlyMinutes: number;
  /** Strokes a minute, the fastest set; 0 without strokes. */
  readonly rate: number;
  readonly forceful: number;
  readonly rapid: number;
  readonly tension: number;
  readonly locks: number;
  readonly chinLock: number;
  readonly abdominalLock: number;
  readonly rightEntry: number;
  readonly rightOnly: number;
  readonly leftOnly: number;
  readonly mouthInhale: number;
  readonly teeth: number;
  readonly rolledTongue: number;
  readonly cooling: number;
  readonly heating: number;
  readonly throat: number;
  readonly hum: number;
  readonly humLying: number;
  readonly earClosure: number;
  readonly faceSeal: number;
  readonly eyesOrEarsClosed: number;
  readonly lying: number;
  readonly folded: number;
  readonly standing: number;
  readonly floorSeat: number;
  /** A seat that is not among those that are possible. */
  readonly seatNotPossible: number;
  /** A technique in which a stop sign came today. */
  readonly stoppedToday: number;
  /** What still has to be approved of by a teacher: a technique, all three locks, a hold (seconds). */
  readonly unapprovedTechnique: number;
  readonly unapprovedLocks: number;
  readonly unapprovedHold: number;
  /** Anything but natural breathing. */
  readonly notNatural: number;
  /** Everything that is not quiet. */
  readonly notQuiet: number;
  readonly strokes: number;
  readonly always: number;
  /** Seconds of a hold over 6 s that begins within 60 s after strokes; else 0. */
  readonly holdAfterStrokes: number;
  /** Minutes missing since the last meal; 0 where it was not asked. */
  readonly mealShort: number;
  /** Seconds of the longest exhale above the measured one; all of it where none was measured. */
  readonly exhaleOverCapacity: number;
  /** Of the whole session: minutes above twice the longest sitting yet, or above 20 where there is none. */
  readonly overTwiceLongest: number;
}

export type MeasureId = keyof Measures;

/** What is measured, in words, with its unit; what is only there or not has none. */
export const MEASURE_NAMES: Readonly<Record<MeasureId, readonly [name: string, unit: string]>> = inLanguage({
  internalHold: ['hold with full lungs', 's'],
  externalHold: ['hold with empty lungs', 's'],
  hold: ['hold', 's'],
  inhale: ['inhale', 's'],
  inhaleWithPauses: ['inhale with its pauses', 's'],
  exhale: ['exhale', 's'],
  exhaleWithPauses: ['exhale with its pauses', 's'],
  exhaleToInhale: ['exhale to inhale', 'times'],
  longExhaleMinutes: ['exhales longer than inhales', 'min'],
  doubleExhaleMinutes: ['exhales twice the inhale', 'min'],
  raisedArm: ['raised arm', 'min'],
  oneNostril: ['through one nostril', 'min'],
  coolingMinutes: ['cooling', 'min'],
  leftOnlyMinutes: ['left only', 'min'],
  rate: ['strokes', 'a minute'],
  forceful: ['forceful breathing', ''],
  rapid: ['rapid breathing', ''],
  tension: ['tensing the body', ''],
  locks: ['locks', ''],
  chinLock: ['chin lock', ''],
  abdominalLock: ['abdominal lock', ''],
  rightEntry: ['in through the right', ''],
  rightOnly: ['right only', ''],
  leftOnly: ['left only', ''],
  mouthInhale: ['in through the mouth', ''],
  teeth: ['in over the teeth', ''],
  rolledTongue: ['rolled tongue', ''],
  cooling: ['cooling', ''],
  heating: ['heating', ''],
  throat: ['throat sound', ''],
  hum: ['hum', ''],
  humLying: ['hum lying flat', ''],
  earClosure: ['ears closed', ''],
  faceSeal: ['full seal of the face', ''],
  eyesOrEarsClosed: ['eyes or ears closed', ''],
  lying: ['lying flat', ''],
  folded: ['folded forward', ''],
  standing: ['standing', ''],
  floorSeat: ['seat on the floor', ''],
  seatNotPossible: ['a seat that is not possible', ''],
  stoppedToday: ['technique of a stop sign today', ''],
  unapprovedTechnique: ['not approved of by a teacher yet', ''],
  unapprovedLocks: ['all three locks, not approved of by a teacher yet', ''],
  unapprovedHold: ['hold not approved of by a teacher yet', 's'],
  notNatural: ['more than natural breathing', ''],
  notQuiet: ['more than quiet breathing', ''],
  strokes: ['strokes', ''],
  always: ['breathing exercises', ''],
  holdAfterStrokes: ['long hold soon after strokes', 's'],
  mealShort: ['too soon after the meal, by', 'min'],
  exhaleOverCapacity: ['exhale above the measured one, by', 's'],
  overTwiceLongest: ['much longer than ever before, by', 'min'],
});

/** Measures of a passage of which nothing is true. */
export const NOTHING_MEASURED = Object.fromEntries(
  Object.keys(MEASURE_NAMES).map((measure) => [measure, 0]),
) as unknown as Measures;
