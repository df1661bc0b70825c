// Thirty requests that every version has to answer well: student, goals, minutes. Read by the specs and by the bench.
import { DEFAULT_CONVENTIONS } from '../conventions/index.js';
import type { EasyWithoutHold } from '../ordering/index.js';
import { isBeginner, type StudentCapacity } from '../policy/index.js';
import type { ScreenedStudent } from '../screening/index.js';
import type { Goal, SeatId, TechniqueId } from '../technique/index.js';
import { day, seconds } from '../units/index.js';
import type { ComposeRequest } from './request.js';

interface HeldStudent {
  readonly student: Partial<ScreenedStudent>;
  readonly seats?: readonly SeatId[];
  readonly withoutHold?: readonly TechniqueId[];
  /** Comfortable inhale, hold and exhale, seconds. */
  readonly has?: readonly [number, number | null, number];
}

/** What can be sustained, as if a check had measured a little more. */
const capacityOf = ([inhale, hold, exhale]: readonly [number, number | null, number]): StudentCapacity => {
  const known = (length: number) =>
    ({
      kind: 'measured',
      measured: seconds(length / 0.8),
      sustainable: seconds(length),
      atLeast: false,
      old: false,
    }) as const;
  const unknown = { kind: 'assumed', sustainable: seconds(0) } as const;
  return {
    inhale: known(inhale),
    internalHold: hold === null ? unknown : known(hold),
    exhale: known(exhale),
    externalHold: unknown,
  };
};

const STUDENTS: Readonly<Record<string, HeldStudent>> = {
  practised: { student: {}, withoutHold: ['nadi-shodhana', 'sama-vritti'], has: [9, 14, 13] },
  beginner: { student: { sittings: 2 }, has: [5, 6, 7] },
  pregnant: { student: { facts: ['pregnancy'], pregnancyWeeks: 24 }, seats: ['chair', 'lying-left'] },
  'pressure and knees': {
    student: { facts: ['pressure-controlled', 'knees'], age: { youngest: 71, oldest: 72 } },
    seats: ['chair'],
  },
  glaucoma: { student: { facts: ['eyes'] }, has: [10, null, 14] },
  asthma: { student: { facts: ['asthma'] }, withoutHold: ['nadi-shodhana'], has: [8, 9, 11] },
  anxious: { student: { facts: ['panic'] }, has: [7, 6, 12] },
  'reflux at bedtime': { student: { facts: ['reflux', 'bedtime-near'] }, seats: ['chair'] },
  child: { student: { age: { youngest: 9, oldest: 10 }, sittings: 3 }, has: [4, null, 5] },
  'blocked nose': { student: { facts: ['nose-blocked', 'throat-sore'] } },
  feverish: { student: { facts: ['fever'] } },
  'an hour after lunch': { student: { mealMinutes: 60 } },
  'low mood': { student: { facts: ['low-mood'] }, has: [7, 6, 9] },
};

const CASES: readonly (readonly [keyof typeof STUDENTS, readonly Goal[], number])[] = [
  ['practised', ['calm'], 45],
  ['practised', ['energise'], 45],
  ['practised', ['focus'], 30],
  ['practised', ['lung-capacity', 'focus'], 60],
  ['practised', ['warm'], 20],
  ['practised', ['cool'], 20],
  ['beginner', ['calm'], 10],
  ['beginner', ['energise'], 20],
  ['beginner', ['mood'], 30],
  ['pregnant', ['calm'], 20],
  ['pregnant', ['sleep'], 30],
  ['pressure and knees', ['calm'], 15],
  ['pressure and knees', ['energise'], 30],
  ['pressure and knees', ['lung-capacity'], 45],
  ['glaucoma', ['calm'], 20],
  ['glaucoma', ['energise', 'warm'], 30],
  ['asthma', ['lung-capacity'], 30],
  ['asthma', ['calm'], 45],
  ['anxious', ['calm'], 12],
  ['anxious', ['focus'], 25],
  ['reflux at bedtime', ['sleep'], 20],
  ['reflux at bedtime', ['calm'], 40],
  ['child', ['focus'], 5],
  ['child', ['calm'], 10],
  ['blocked nose', ['calm'], 20],
  ['blocked nose', ['energise'], 20],
  ['feverish', ['calm'], 15],
  ['an hour after lunch', ['focus'], 20],
  ['low mood', ['mood'], 30],
  ['low mood', ['energise'], 15],
];

const GROWN_UP: ScreenedStudent = {
  facts: [],
  age: { youngest: 40, oldest: 41 },
  pregnancyWeeks: null,
  sittings: 40,
  experienced: false,
  tongueRolls: true,
  seats: [],
  mealMinutes: 300,
  capacity: capacityOf([6, null, 8]),
  longestSitting: 60,
  stoppedToday: null,
  approvals: [],
};

/** Techniques that everybody in the list has practised before. */
const PRACTISED: readonly TechniqueId[] = ['slow-even', 'three-part', 'nadi-shodhana', 'kapalabhati'];

const easily = (technique: TechniqueId): EasyWithoutHold => ({
  technique,
  inhale: 5,
  exhale: 10,
  minutes: 5,
});

/** The thirty requests, with a name each. */
export const HELD_CASES: readonly { readonly name: string; readonly request: ComposeRequest }[] = CASES.map(
  ([who, goals, minutes]) => {
    const { student = {}, seats = ['cross-legged'], withoutHold = [], has } = STUDENTS[who] ?? {};
    const known = { ...GROWN_UP, ...student, seats, ...(has && { capacity: capacityOf(has) }) };
    return {
      name: `${who}, ${goals.join(' and ')}, ${minutes} min`,
      request: {
        student: known,
        hand: 'right',
        profile: DEFAULT_CONVENTIONS,
        decisions: { clearances: [], overrulings: [], day: day('2026-03-10') },
        goals,
        minutes,
        record: {
          beginner: isBeginner(known),
          withoutHold: withoutHold.map(easily),
          easySittings: known.sittings,
          entriesToday: [],
        },
        practised: isBeginner(known) ? ['slow-even'] : PRACTISED,
        current: {},
      },
    };
  },
);
