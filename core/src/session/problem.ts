export type SessionProblemCode =
  | 'phase-too-long'
  | 'session-too-long'
  | 'no-rounds'
  | 'no-more-rounds'
  | 'duplicate-passage-id'
  | 'wrong-kind'
  | 'route-not-here'
  | 'hold-not-here'
  | 'part-too-long'
  | 'lock-not-here'
  | 'lock-refused'
  | 'ramp-stands-still'
  | 'ramp-misses-limit'
  | 'open-hold-range'
  | 'mouth-form-not-here'
  | 'ears-not-here'
  | 'rate-out-of-range'
  | 'strokes-out-of-range'
  | 'sets-out-of-range'
  | 'turn-repeated'
  | 'stroke-not-here'
  | 'lock-never-comes'
  | 'own-pace-never-comes'
  | 'tongue-does-not-roll';

/** Something about a session that makes it impossible to lead; `pointer` is a JSON pointer into the document. */
export interface SessionProblem {
  readonly code: SessionProblemCode;
  readonly pointer: string;
  /** The reason, and the nearest valid value. */
  readonly message: string;
}
