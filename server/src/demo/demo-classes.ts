import type { DemoPlan } from './demo-data.js';

/** A group that breathes together, with what it does. */
export interface DemoClass {
  readonly name: string;
  readonly note: string;
  /** By name. */
  readonly members: readonly string[];
  readonly plan: DemoPlan;
}

const WITH_HOLD = { inhale: 1, internalHold: 1, exhale: 2, externalHold: 0 };

export const DEMO_CLASSES: readonly DemoClass[] = [
  {
    name: 'Tuesday loft class',
    note: 'Above the rope loft, half past six in the evening.',
    members: ['Hesper Vane', 'Juno Abara', 'Ingrid Sól', 'Bastien Quill'],
    plan: {
      title: 'Rope by rope',
      goal: 'calm',
      minutes: 15,
      passages: [
        [
          'breath-watching',
          { length: 90, say: 'Let the week stay on the stairs. Feel the breath as it comes.' },
        ],
        ['three-part', { cycles: 8 }],
        ['nadi-shodhana', { base: 4, cycles: 24 }],
        ['bhramari', { cycles: 6 }],
        ['closing-stillness', { length: 300, say: 'Nothing more to do. The river carries on without you.' }],
      ],
    },
  },
  {
    name: "Ferry crew's early class",
    note: 'Before the first boat, chairs only.',
    members: ['Old Pell Ardwick', 'Dov Lerner'],
    plan: {
      title: 'First boat',
      tags: ['beginners'],
      goal: 'focus',
      minutes: 15,
      passages: [
        ['slow-even', { seat: 'chair', cycles: 10 }],
        ['nadi-shodhana', { seat: 'chair', base: 4, cycles: 16 }],
        ['closing-stillness', { seat: 'chair', length: 120 }],
      ],
    },
  },
];

/** Written for nobody: a beginning to be fitted to whoever comes. */
export const DEMO_TEMPLATES: readonly DemoPlan[] = [
  {
    title: 'Twenty quiet minutes',
    tags: ['beginners', 'quiet'],
    goal: 'calm',
    minutes: 20,
    passages: [
      ['breath-watching', { length: 60 }],
      ['ujjayi', { cycles: 12 }],
      ['nadi-shodhana', { ratio: WITH_HOLD, base: 4, cycles: 16 }],
      ['bhramari', { cycles: 6 }],
      ['closing-stillness', { length: 240 }],
    ],
  },
];
