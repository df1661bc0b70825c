import type { ApiProblem } from '../../api/api';

/** What becomes of something that was sent and not accepted. */
export type Fate =
  /** It is tried again by itself until it is accepted. */
  | 'again'
  /** It waits until somebody is signed in, and is then tried again. */
  | 'sign-in'
  /** Something else stands there: if that came from here it goes over it, if not a person decides. */
  | 'compare'
  /** It is kept for a person to decide about, and not sent again by itself. */
  | 'final';

interface Ruling {
  readonly fate: Fate;
  /** How many looks are left out before it is tried again. */
  readonly rest: number;
}

const AWAY: Ruling = { fate: 'again', rest: 0 };
const FINAL: Ruling = { fate: 'final', rest: 0 };

/** By the code of the refusal. Whatever is not named here would be refused again. */
const RULINGS: Readonly<Partial<Record<string, Ruling>>> = {
  away: AWAY,
  internal: AWAY,
  // What was asked too often is asked once a minute.
  'too-many-requests': { fate: 'again', rest: 11 },
  'not-signed-in': { fate: 'sign-in', rest: 0 },
  'foreign-request': { fate: 'sign-in', rest: 0 },
  stale: { fate: 'compare', rest: 0 },
};

/** The one answer to whether what could not be sent is tried again, waits, or is final. */
export const rulingOn = (problem: ApiProblem): Ruling =>
  problem.kind === 'away' ? AWAY : (RULINGS[problem.problem.code] ?? FINAL);
