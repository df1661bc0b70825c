import type { OrderingRecord } from '../ordering/index.js';
import type { OpenEmergency } from '../policy/index.js';
import { describeEmergency, type ScreeningCase } from '../screening/index.js';
import type { Passage } from '../session/index.js';
import { GOALS, type Goal, type SeatId, type TechniqueId } from '../technique/index.js';
import type { DayPart } from './day-part.js';
import { seatsForGoals } from './goal-ratio.js';
import { composeWords } from '../words/index.js';

/** What a session is composed from. */
export interface ComposeRequest extends Omit<ScreeningCase, 'session'> {
  /** What it is for; the first is the session's own. */
  readonly goals: readonly Goal[];
  readonly minutes: number;
  /** When it is practised; left out where that is not said. */
  readonly dayPart?: DayPart;
  readonly record: OrderingRecord;
  /** An emergency sign that nobody cleared: nothing is composed then; null or left out where there is none. */
  readonly emergency?: OpenEmergency | null;
  /** Techniques that were practised easily: what asks for one of them before is left out without. */
  readonly practised: readonly TechniqueId[];
  /** The numbers of the newest sittings of the student that were finished, by technique: they are continued. */
  readonly current: Readonly<Partial<Record<TechniqueId, Passage>>>;
  /** Techniques that may be used; all of them where it is left out. */
  readonly techniques?: readonly TechniqueId[];
}

export const COMPOSE_MINUTES = { from: 3, to: 180 } as const;

/** Goals that pull apart. */
const OPPOSITES: readonly (readonly [Goal, Goal])[] = [
  ['sleep', 'energise'],
  ['agitation', 'energise'],
  ['cool', 'warm'],
];

export type ComposeProblem =
  | { readonly code: 'minutes'; readonly message: string }
  | { readonly code: 'no-goal'; readonly message: string }
  | { readonly code: 'opposite-goals'; readonly message: string }
  /** Nothing is led, so nothing is composed. */
  | { readonly code: 'suspended'; readonly message: string }
  /** Nothing fits; what would have to give, the least first. */
  | { readonly code: 'nothing-fits'; readonly message: string; readonly relax: readonly string[] };

/** What is wrong with a request before anything is searched, or null. */
export function checkRequest({ goals, minutes, emergency }: ComposeRequest): ComposeProblem | null {
  if (emergency) return { code: 'suspended', message: describeEmergency(emergency) };
  const { from, to } = COMPOSE_MINUTES;
  if (!(minutes >= from && minutes <= to))
    return { code: 'minutes', message: composeWords.request.minutesOfSession(from, to) };
  if (goals.length === 0) return { code: 'no-goal', message: composeWords.request.goalNeeded };
  const pair = OPPOSITES.find((two) => two.every((goal) => goals.includes(goal)));
  return pair
    ? {
        code: 'opposite-goals',
        message: composeWords.request.mostGoals(pair.map((goal) => GOALS[goal]).join(' and ')),
      }
    : null;
}

/** Seats in the order in which they are wanted for the goals; where it was not asked, sitting cross-legged, else on a chair. */
export const seatsOf = ({
  student,
  goals,
}: Pick<ComposeRequest, 'student' | 'goals'>): readonly [SeatId, ...SeatId[]] => {
  const [first, ...others] = student.seats;
  return seatsForGoals(first ? [first, ...others] : ['cross-legged', 'chair'], goals);
};
