import type { Ladder } from '@nuvrah/contract';
import { dailySittings, day, DEFAULT_GATE, type RungNumbers } from '@nuvrah/core';
import { ids } from './fixtures';

export const breath = (inhale: number, internalHold: number, exhale: number): RungNumbers =>
  ({ kind: 'counts', counts: { inhale, internalHold, exhale, externalHold: 0 } }) as never;
export const RUNGS = [breath(5, 0, 10), breath(6, 0, 12), breath(7, 0, 14)];

/** A ladder whose decision waits: on the second of three rungs, practised every day. */
export const ladder: Ladder = {
  id: ids.session,
  version: 3,
  studentId: ids.student,
  sessionId: ids.sitting,
  passageId: ids.counted,
  technique: 'nadi-shodhana',
  pace: 1000,
  school: 'count-first',
  rungs: RUNGS as never,
  at: 1,
  since: day('2026-03-01'),
  gate: DEFAULT_GATE,
  plan: { weekdays: [1, 2, 3, 4, 5, 6, 7], sittings: [...dailySittings(1)] },
  wished: null,
  ended: false,
  rule: { step: 'stay', said: ['4 of 5 sittings.', 'Median effort 4, wanted 3 or less.'] },
  waits: true,
  decisions: [],
  begun: [
    { rung: 0, on: day('2026-02-20') },
    { rung: 1, on: day('2026-03-01') },
  ],
  log: { planned: 28, practised: 20, sittings: 12, comfortable: 10 },
};
