import {
  easeDown,
  easeStrokes,
  numbersFromCounts,
  type EaseWay,
  type PhaseCounts,
  type StrokeNumbers,
} from '../ratio/index.js';
import { failure, success } from '../result.js';
import { rateInSet, type StrokePassage } from '../session/index.js';
import { countsInForce, strokesInForce } from '../timeline/index.js';
import type { Millis } from '../units/index.js';
import {
  conventionsOfRun,
  nextRoundOf,
  perRoundOf,
  whereInRounds,
  withChange,
  type LeadAnswer,
  type LeadRun,
} from './lead-run.js';

/** Makes the passage easier from the next round on (from the interrupted round while paused). The pace stays. */
export function easeRun(run: LeadRun, at: Millis, way: EaseWay = 'one-count'): LeadAnswer {
  const here = whereInRounds(run, at);
  if (!here.ok) return here;
  const { passage, cycles } = here.value;
  const fromCycle = nextRoundOf(here.value);
  if (fromCycle > cycles) return failure({ code: 'last-round-already' });
  if (passage.kind === 'strokes') return easeStrokesRun(run, passage, fromCycle);
  const now = countsInForce(passage, fromCycle, conventionsOfRun(run), run.changes);
  const eased = easeDown(numbersFromCounts(now), way);
  if (!eased.ok) return eased;
  return success(
    withChange(run, { kind: 'ease', passageId: passage.id, fromCycle, numbers: eased.value.numbers }),
  );
}

function easeStrokesRun(run: LeadRun, passage: StrokePassage, fromCycle: number): LeadAnswer {
  const set = Math.ceil(fromCycle / passage.turns.length);
  const now = strokesInForce(passage, rateInSet(passage, set), fromCycle, run.changes);
  const eased = easeStrokes(now);
  return eased.ok
    ? success(withChange(run, { kind: 'ease-strokes', passageId: passage.id, fromCycle, ...eased.value }))
    : eased;
}

/** Takes back the easings of the passage from the next round on. */
export function backToPlan(run: LeadRun, at: Millis): LeadAnswer {
  const here = whereInRounds(run, at);
  if (!here.ok) return here;
  const { passage, cycles } = here.value;
  const fromCycle = nextRoundOf(here.value);
  const last = run.changes.findLast(
    ({ kind, passageId }) => passageId === passage.id && EASINGS.some((easing) => easing === kind),
  );
  if (!last || last.kind === 'as-planned') return failure({ code: 'as-planned-already' });
  if (fromCycle > cycles) return failure({ code: 'last-round-already' });
  return success(withChange(run, { kind: 'as-planned', passageId: passage.id, fromCycle }));
}

const EASINGS = ['ease', 'ease-strokes', 'as-planned'] as const;

/** What an easing, or going back to the plan, makes of a passage: its counts or strokes, and the round it begins with. */
export interface Becomes {
  readonly fromRound: number;
  readonly counts: PhaseCounts | null;
  readonly strokes: StrokeNumbers | null;
}

/** What the last change of a run makes of its passage. @returns null where it changes no numbers. */
export function becomes(run: LeadRun): Becomes | null {
  const change = run.changes.at(-1);
  const passage = run.setup.session.passages.find(({ id }) => id === change?.passageId);
  if (!change || !('fromCycle' in change) || !passage || passage.kind === 'natural') return null;
  const { fromCycle } = change;
  const fromRound = Math.ceil(fromCycle / perRoundOf(run, passage));
  if (passage.kind === 'counted')
    return {
      fromRound,
      counts: countsInForce(passage, fromCycle, conventionsOfRun(run), run.changes),
      strokes: null,
    };
  const set = Math.ceil(fromCycle / passage.turns.length);
  return {
    fromRound,
    counts: null,
    strokes: strokesInForce(passage, rateInSet(passage, set), fromCycle, run.changes),
  };
}
