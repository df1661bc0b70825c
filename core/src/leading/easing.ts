import {
  easeDown,
  easeStrokes,
  numbersFromCounts,
  type EaseWay,
  type PhaseCounts,
  type StrokeNumbers,
} from '../ratio/index.js';
import { failure, success } from '../result.js';
import { type Passage, type StrokePassage } from '../session/index.js';
import { countsInForce, strokesInForce, type LiveChange } from '../timeline/index.js';
import type { Millis } from '../units/index.js';
import {
  conventionsOfRun,
  ledPassages,
  logged,
  nextRoundOf,
  perRoundOf,
  whereInRounds,
  withChange,
  writtenAnew,
  type LeadAnswer,
  type LeadRun,
  type StepKind,
} from './lead-run.js';
import { indexNow } from './cycles-in-all.js';

/** Makes the passage easier from the next round on (from the interrupted round while paused). The pace stays. */
export function easeRun(run: LeadRun, at: Millis, way: EaseWay = 'one-count'): LeadAnswer {
  const here = whereInRounds(run, at);
  if (!here.ok) return here;
  const { passage, cycles } = here.value;
  const fromCycle = nextRoundOf(here.value);
  if (fromCycle > cycles) return failure({ code: 'last-round-already' });
  if (passage.kind === 'strokes') return easeStrokesRun(run, at, passage, fromCycle);
  const now = countsInForce(passage, fromCycle, conventionsOfRun(run), run.changes);
  const eased = easeDown(numbersFromCounts(now), way);
  if (!eased.ok) return eased;
  const { numbers } = eased.value;
  const easier = withChange(run, { kind: 'ease', passageId: passage.id, fromCycle, numbers });
  return success(logged(run, at, EASING_STEPS[way], easier));
}

/**
 * Makes the passage easier, and every later one from its first round on, as far as each can be. Where this one cannot be, the
 * later ones are.
 */
export function easeToEnd(run: LeadRun, at: Millis, way: EaseWay = 'one-count'): LeadAnswer {
  if (run.state.kind !== 'leading' && run.state.kind !== 'paused') return failure({ code: 'not-leading' });
  const index = indexNow(run, at);
  const later = ledPassages(run).filter((passage) => run.setup.session.passages.indexOf(passage) > index);
  const changes = later.flatMap((passage) => easedFromStart(run, passage, way));
  const eased = writtenAnew({ ...run, changes: [...run.changes, ...changes] });
  const here = easeRun(eased, at, way);
  if (here.ok || changes.length === 0) return here;
  return success(logged(run, at, EASING_STEPS[way], eased));
}

/** A passage made easier from its first round on; nothing where it cannot be. */
export function easedFromStart(
  run: LeadRun,
  passage: Passage,
  way: EaseWay,
  changes: readonly LiveChange[] = run.changes,
): readonly LiveChange[] {
  const of = { passageId: passage.id, fromCycle: 1 };
  if (passage.kind === 'natural') return [];
  if (passage.kind === 'strokes') {
    const eased = easeStrokes(strokesInForce(passage, 1, changes));
    return eased.ok ? [{ kind: 'ease-strokes', ...of, ...eased.value }] : [];
  }
  const now = countsInForce(passage, 1, conventionsOfRun(run), changes);
  const eased = easeDown(numbersFromCounts(now), way);
  return eased.ok ? [{ kind: 'ease', ...of, numbers: eased.value.numbers }] : [];
}

/** The step by which each way of easing is logged. */
export const EASING_STEPS: Readonly<Record<EaseWay, StepKind>> = {
  'one-count': 'ease',
  halve: 'halve',
  'drop-hold': 'drop-hold',
};

function easeStrokesRun(run: LeadRun, at: Millis, passage: StrokePassage, fromCycle: number): LeadAnswer {
  const now = strokesInForce(passage, fromCycle, run.changes);
  const eased = easeStrokes(now);
  if (!eased.ok) return eased;
  const easier = withChange(run, {
    kind: 'ease-strokes',
    passageId: passage.id,
    fromCycle,
    ...eased.value,
  });
  return success(logged(run, at, 'ease', easier));
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
  const planned = withChange(run, { kind: 'as-planned', passageId: passage.id, fromCycle });
  return success(logged(run, at, 'as-planned', planned));
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
  return {
    fromRound,
    counts: null,
    strokes: strokesInForce(passage, fromCycle, run.changes),
  };
}
