import type {
  ClearanceScope,
  DailySitting,
  Goal,
  PersonFact,
  SchoolId,
  SeatId,
  TechniqueId,
  TodayFact,
} from '@nuvrah/core';

/** The made-up river town of Orrin's Quay: nobody in it exists. */

export const DEMO_INSTRUCTOR = {
  email: 'tamsin@orrins-quay.example',
  password: 'above the rope loft',
  name: 'Tamsin Hale-Okoro',
  timeZone: 'Europe/London',
  emergencyNumber: '112',
  place: { name: "The breath room above the rope loft, Orrin's Quay", latitude: 51.6, longitude: -2.7 },
} as const;

/** What `npm start` prints. */
export const DEMO_SIGN_IN = { email: DEMO_INSTRUCTOR.email, password: DEMO_INSTRUCTOR.password } as const;

/** Days before the day on which the demo is loaded. */
type DaysAgo = number;

export interface DemoSitting {
  readonly daysAgo: DaysAgo;
  readonly effort: number;
  readonly note: string;
  /** Rounds really done; all of them when left out. */
  readonly roundsDone?: number;
  /** Round from which it was eased by one count. */
  readonly easedFrom?: number;
  readonly home?: true;
  readonly sign?: 'dizzy' | 'breathless' | 'anxiety';
  /** What was true on that day. */
  readonly today?: readonly TodayFact[];
}

/** A session that was written down but not led yet: techniques as they begin, with what is changed of them. */
export interface DemoPlan {
  readonly title: string;
  readonly tags?: readonly string[];
  readonly goal: Goal;
  /** Minutes that there are for it. */
  readonly minutes?: number;
  readonly passages: readonly (readonly [TechniqueId, Readonly<Record<string, unknown>>])[];
  readonly sittings?: readonly DemoSitting[];
  readonly ladder?: DemoLadder;
}

/** A ladder of a session's first passage with counts, from its numbers to the target. */
export interface DemoLadder {
  readonly school: SchoolId;
  /** Inhale, hold, exhale. */
  readonly from: readonly [number, number, number];
  readonly target: readonly [number, number, number];
  /** When it was begun, and when the present rung was entered. */
  readonly daysAgo: DaysAgo;
  readonly onRungDaysAgo: DaysAgo;
  readonly weekdays: readonly number[];
  readonly sittings: readonly DailySitting[];
  readonly wishedInDays: number | null;
}

export interface DemoStudent {
  readonly name: string;
  readonly birthYear: number;
  readonly hand: 'left' | 'right';
  readonly tongueRolls?: boolean;
  readonly experienced?: boolean;
  readonly facts?: readonly {
    readonly fact: PersonFact;
    readonly dueInWeeks?: number;
    readonly factNote?: string;
  }[];
  readonly note: string;
  readonly capacity: {
    readonly daysAgo: DaysAgo;
    readonly seconds: readonly [number, number, number | null, number | null];
  };
  readonly seats?: readonly SeatId[];
  readonly goals?: readonly Goal[];
  readonly guardian?: string;
  readonly clearance?: {
    readonly clinician: string;
    readonly givenDaysAgo: DaysAgo;
    readonly daysLeft: number;
    readonly fact: PersonFact;
    readonly scope: ClearanceScope;
    readonly upTo: number;
  };
  readonly session: {
    readonly title: string;
    readonly goal: 'calm' | 'energise' | 'sleep' | 'focus' | 'lung-capacity' | 'mood';
    readonly ratio: string;
    readonly base: number;
    readonly pace?: number;
    readonly rounds: number;
    readonly stillness: number;
  };
  readonly sittings: readonly DemoSitting[];
  readonly plans?: readonly DemoPlan[];
  readonly ladder?: DemoLadder;
}

const RIBS = { inhale: 1, internalHold: 0, exhale: 1, externalHold: 0 };
const WITH_HOLD = { inhale: 1, internalHold: 1, exhale: 2, externalHold: 0 };

/** One of everything that a strong and screened runner does on a good morning. */
const HILL_MORNING: DemoPlan = {
  title: 'Hill morning',
  tags: ['hill', 'morning'],
  goal: 'energise',
  passages: [
    ['breath-watching', { length: 60, untilTap: true }],
    ['three-part', { cycles: 5 }],
    ['viloma-inhale', { ratio: RIBS, base: 6, cycles: 4 }],
    ['kapalabhati', { strokes: 30, rate: 50, sets: 3, rateRamp: { by: 10, every: 1, to: 70 } }],
    ['even-rapid', {}],
    [
      'nadi-shodhana',
      {
        ratio: WITH_HOLD,
        base: 4,
        cycles: 12,
        locks: { internalHold: ['chin', 'root'], externalHold: [], fromRound: 2 },
        ramps: [{ kind: 'step', of: 'base', by: 1, every: 3, to: 5 }],
        ownPace: 60,
      },
    ],
    ['surya-bhedana', { openHold: { phase: 'internalHold', expected: 6, cap: 12 }, cycles: 6 }],
    ['bhramari', { cycles: 5 }],
    ['sheetali', { cycles: 6 }],
    ['closing-stillness', { length: 90, seat: 'lying' }],
  ],
};

/** For a man who must sleep while the town is awake. */
const BY_DAYLIGHT: DemoPlan = {
  title: 'Asleep by daylight',
  tags: ['sleep'],
  goal: 'sleep',
  passages: [
    ['slow-even', { seat: 'chair', cycles: 10 }],
    ['viloma-exhale', { seat: 'chair', cycles: 4 }],
    ['bhramari', { seat: 'chair', cycles: 5 }],
    ['left-resting', { seat: 'chair', cycles: 12 }],
    ['closing-stillness', { seat: 'chair', length: 120 }],
  ],
};

/** What an old pilot brought along from elsewhere: it has to be mended before it can be led. */
const BEFORE_THE_TIDE: DemoPlan = {
  title: 'Before the tide',
  goal: 'energise',
  passages: [
    ['three-part', { seat: 'chair', cycles: 5 }],
    ['kapalabhati', { seat: 'chair', strokes: 20, sets: 2 }],
    ['nadi-shodhana', { seat: 'chair', ratio: WITH_HOLD, base: 5, cycles: 6 }],
    ['bhramari', { seat: 'cross-legged', cycles: 4 }],
    ['closing-stillness', { seat: 'chair', length: 60 }],
  ],
};

/** On the way to 8:0:16 by the exhale alone, and due for 5:0:10. */
const TO_SIXTEEN: DemoPlan = {
  title: 'Out to sixteen',
  tags: ['long breath'],
  goal: 'calm',
  passages: [
    [
      'nadi-shodhana',
      { ratio: { inhale: 1, internalHold: 0, exhale: 2, externalHold: 0 }, base: 4, cycles: 20 },
    ],
    ['closing-stillness', { length: 120 }],
  ],
  ladder: {
    school: 'exhale-led',
    from: [4, 0, 4],
    target: [8, 0, 16],
    daysAgo: 50,
    onRungDaysAgo: 15,
    weekdays: [1, 2, 4, 6, 7],
    sittings: [{ time: { kind: 'sun', event: 'sunrise', minutes: 30 }, sessionId: null }],
    wishedInDays: 42,
  },
  sittings: [
    { daysAgo: 13, effort: 3, note: '' },
    { daysAgo: 11, effort: 3, note: 'At home on the bench by the hives.', home: true },
    { daysAgo: 9, effort: 2, note: '' },
    { daysAgo: 4, effort: 3, note: '' },
    { daysAgo: 2, effort: 2, note: 'The exhale has no end to it, she says.' },
  ],
};

export const DEMO_STUDENTS: readonly DemoStudent[] = [
  {
    name: 'Bastien Quill',
    facts: [{ fact: 'eyes', factNote: 'Glaucoma in the left eye.' }],
    birthYear: 1985,
    hand: 'right',
    seats: ['cross-legged', 'chair'],
    goals: ['calm'],
    note: 'Glass-blower, strong lungs. Glaucoma in the family and in his left eye: no long holds, no forceful breath.',
    capacity: { daysAgo: 40, seconds: [12, 18, null, null] },
    session: { title: 'After the furnace', goal: 'calm', ratio: '1:1', base: 6, rounds: 10, stillness: 120 },
    sittings: [
      { daysAgo: 50, effort: 2, note: 'Easy. Wants to go faster than he should.' },
      { daysAgo: 43, effort: 2, note: '' },
      { daysAgo: 22, effort: 1, note: 'Two weeks missed for a big order.' },
      { daysAgo: 8, effort: 2, note: 'Shoulders down at last.' },
    ],
  },
  {
    name: 'Ingrid Sól',
    birthYear: 1997,
    hand: 'right',
    seats: ['cross-legged', 'half-lotus', 'lying'],
    goals: ['lung-capacity', 'energise'],
    tongueRolls: true,
    experienced: true,
    note: 'Fell runner, wants lung capacity. Tongue rolls.',
    plans: [HILL_MORNING],
    capacity: { daysAgo: 12, seconds: [11, 16, 24, 9] },
    session: {
      title: 'Lungs for the hill',
      goal: 'lung-capacity',
      ratio: '1:2:2',
      base: 5,
      rounds: 8,
      stillness: 90,
    },
    sittings: [
      { daysAgo: 55, effort: 4, note: '' },
      { daysAgo: 48, effort: 3, note: '' },
      { daysAgo: 41, effort: 3, note: 'Counted aloud with me.' },
      { daysAgo: 27, effort: 5, note: 'Eased after a hard race week.', easedFrom: 4 },
      { daysAgo: 13, effort: 3, note: '' },
      { daysAgo: 5, effort: 2, note: 'Could go on.' },
    ],
  },
  {
    name: 'Marisol Tenby',
    facts: [{ fact: 'pregnancy', dueInWeeks: 16 }],
    birthYear: 1992,
    hand: 'right',
    seats: ['chair', 'lying-left'],
    goals: ['calm', 'sleep'],
    note: 'Potter, 24 weeks pregnant. No holds at all, nothing forceful; sits on the low chair.',
    capacity: { daysAgo: 6, seconds: [7, 9, null, null] },
    session: { title: 'Slow hands', goal: 'calm', ratio: '1:1', base: 4, rounds: 8, stillness: 180 },
    sittings: [
      { daysAgo: 34, effort: 1, note: '' },
      { daysAgo: 20, effort: 2, note: 'Hot room, window opened.', today: ['room-hot'] },
      { daysAgo: 6, effort: 1, note: 'Slept well the night after.' },
    ],
  },
  {
    name: 'Old Pell Ardwick',
    plans: [BEFORE_THE_TIDE],
    facts: [
      { fact: 'pressure-controlled', factNote: 'Tablets in the morning.' },
      { fact: 'knees', factNote: 'Chair only.' },
    ],
    birthYear: 1954,
    hand: 'right',
    seats: ['chair'],
    goals: ['calm', 'sleep'],
    clearance: {
      clinician: 'Dr. Amaru Feld, Quay surgery',
      givenDaysAgo: 84,
      daysLeft: 6,
      fact: 'pressure-controlled',
      scope: 'holds',
      upTo: 10,
    },
    note: 'Retired ferry pilot. Blood pressure controlled by tablets. Chair only.',
    capacity: { daysAgo: 98, seconds: [6, 10, 6, null] },
    session: { title: 'Slack water', goal: 'calm', ratio: '1:2', base: 4, rounds: 6, stillness: 120 },
    sittings: [
      { daysAgo: 52, effort: 3, note: '' },
      { daysAgo: 45, effort: 3, note: '' },
      {
        daysAgo: 38,
        effort: 6,
        note: 'Light-headed on the fourth round; stopped and sat.',
        roundsDone: 3,
        sign: 'dizzy',
      },
      { daysAgo: 31, effort: 2, note: 'Back to 3:0:6, fine.', easedFrom: 1 },
      { daysAgo: 10, effort: 3, note: '' },
    ],
  },
  {
    name: 'Juno Abara',
    facts: [{ fact: 'panic', factNote: 'Before solos.' }],
    birthYear: 2004,
    hand: 'left',
    seats: ['chair', 'cross-legged'],
    goals: ['calm', 'mood'],
    note: 'Choir alto, left-handed. Panicky before solos: no long holds, eyes may stay open.',
    capacity: { daysAgo: 15, seconds: [9, 15, 8, null] },
    session: { title: 'Before the solo', goal: 'calm', ratio: '2:3', base: 4, rounds: 9, stillness: 60 },
    sittings: [
      { daysAgo: 29, effort: 2, note: '' },
      {
        daysAgo: 15,
        effort: 4,
        note: 'Thought of the concert halfway; stopped early, no harm.',
        roundsDone: 5,
        sign: 'anxiety',
      },
      { daysAgo: 9, effort: 2, note: 'Eyes open, all nine rounds.' },
    ],
  },
  {
    name: 'Dov Lerner',
    facts: [{ fact: 'reflux' }],
    plans: [BY_DAYLIGHT],
    ladder: {
      school: 'exhale-led',
      from: [4, 0, 6],
      target: [6, 0, 12],
      daysAgo: 40,
      onRungDaysAgo: 26,
      weekdays: [1, 2, 3, 4, 5],
      sittings: [{ time: { kind: 'clock', at: '08:30' }, sessionId: null }],
      wishedInDays: 90,
    },
    birthYear: 1971,
    hand: 'right',
    seats: ['chair'],
    goals: ['sleep'],
    note: 'Night signalman, cannot fall asleep by day. Acid reflux: long gap after meals, never flat.',
    capacity: { daysAgo: 25, seconds: [8, 12, 10, null] },
    session: {
      title: 'Curtains drawn',
      goal: 'sleep',
      ratio: '1:2',
      base: 4,
      pace: 1200,
      rounds: 10,
      stillness: 300,
    },
    sittings: [
      { daysAgo: 25, effort: 2, note: '' },
      { daysAgo: 18, effort: 1, note: 'Asleep within the hour, he says.' },
      { daysAgo: 4, effort: 2, note: '' },
    ],
  },
  {
    name: 'Wren Castellan',
    birthYear: 2016,
    hand: 'right',
    seats: ['cross-legged', 'kneeling'],
    goals: ['focus'],
    guardian: 'Odile Castellan, her mother',
    note: "The rope-maker's daughter, comes with her aunt. Short, playful, never a hold.",
    capacity: { daysAgo: 33, seconds: [5, 6, null, null] },
    session: { title: 'Two ropes', goal: 'focus', ratio: '1:1', base: 3, rounds: 5, stillness: 45 },
    sittings: [
      { daysAgo: 33, effort: 1, note: 'Giggles, then quiet.' },
      { daysAgo: 12, effort: 1, note: '' },
    ],
  },
  {
    name: 'Hesper Vane',
    plans: [TO_SIXTEEN],
    facts: [{ fact: 'asthma', factNote: 'Reliever in her bag.' }],
    experienced: true,
    birthYear: 1988,
    hand: 'right',
    seats: ['cross-legged', 'half-lotus', 'chair'],
    goals: ['calm', 'lung-capacity'],
    note: 'Beekeeper, asthma, three years of practice, on the way from 5:0:10 to 8:0:16. Reliever within reach.',
    capacity: { daysAgo: 9, seconds: [10, 13, 14, null] },
    session: {
      title: 'Thursday, steadying',
      goal: 'calm',
      ratio: '2:1:3',
      base: 6,
      rounds: 18,
      stillness: 240,
    },
    sittings: [
      { daysAgo: 56, effort: 3, note: '' },
      { daysAgo: 49, effort: 3, note: '' },
      { daysAgo: 42, effort: 4, note: 'Smoke from the hives all morning.', today: ['air-bad'] },
      {
        daysAgo: 35,
        effort: 7,
        note: 'Tight chest, stopped; reliever, fine after ten minutes.',
        roundsDone: 6,
        sign: 'breathless',
      },
      { daysAgo: 28, effort: 3, note: 'Eased from the start.', easedFrom: 2 },
      { daysAgo: 14, effort: 3, note: '' },
      { daysAgo: 7, effort: 2, note: 'Steady throughout.' },
    ],
  },
];
