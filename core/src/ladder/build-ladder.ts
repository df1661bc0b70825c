import { CAPACITY_RANGES } from '../capacity/index.js';
import { failure, success, type Result } from '../result.js';
import { PHASE_KINDS, type Sustainable } from '../ratio/index.js';
import { addDays, countsToSeconds, type Day, type Pace, type Seconds } from '../units/index.js';
import {
  describeRung,
  rungCycle,
  rungFits,
  rungNeed,
  sameRung,
  type RungNeed,
  type RungNumbers,
} from './rung.js';
import { techniqueName, techniqueOf, type Range, type TechniqueId } from '../technique/index.js';
import { withRungsBetween } from './growth.js';
import { nearestInRange, schoolsFor } from './range-of-technique.js';
import { countedPath, durationPath, SCHOOLS, strokesPath, type Gate, type SchoolId } from './schools.js';
import { ladderWords } from '../words/index.js';

/** How often somebody practises. */
export interface PracticePlan {
  readonly sittingsADay: number;
  readonly daysAWeek: number;
}

export interface LadderRequest {
  /** What climbs. */
  readonly technique: TechniqueId;
  readonly school: SchoolId;
  /** Today's numbers. */
  readonly start: RungNumbers;
  readonly target: RungNumbers;
  readonly pace: Pace;
  /** What can be sustained today; assumed where nothing was measured. */
  readonly sustainable: Sustainable;
}

export interface Rung {
  readonly numbers: RungNumbers;
  readonly cycle: Seconds | null;
  readonly need: RungNeed | null;
  /** It asks for more than can be sustained today, and opens only when a later check allows it. */
  readonly aboveFit: boolean;
}

export type LadderProblem =
  | { readonly code: 'wrong-kind'; readonly message: string }
  | { readonly code: 'target-below-start'; readonly message: string }
  /** Longer than anybody's comfortable capacity. */
  | { readonly code: 'out-of-reach'; readonly message: string }
  /** The technique is not practised by this school, or not with these numbers; the nearest that it is practised with. */
  | { readonly code: 'not-of-technique'; readonly message: string; readonly nearest: readonly RungNumbers[] }
  /** The school does not come by the target; the rungs of it that are nearest. */
  | { readonly code: 'not-of-school'; readonly message: string; readonly nearest: readonly RungNumbers[] };

/** More rungs than anybody climbs: the target is out of any reach. */
export const MOST_RUNGS = 200;

/**
 * The rungs from the school's own rung at or below today's numbers to the target, each one step of the school from the one
 * before; or why the school does not lead there. Domain 12.
 */
export function buildLadder(request: LadderRequest): Result<readonly Rung[], LadderProblem> {
  const { school, start, target, pace, sustainable } = request;
  const { of, name } = SCHOOLS[school];
  if (start.kind !== of || target.kind !== of) {
    const message = ladderWords.buildLadder.growsInNumbers(
      name,
      KIND_WORDS[of],
      KIND_WORDS[start.kind === of ? target.kind : start.kind],
    );
    return failure({ code: 'wrong-kind', message });
  }
  const far = beyondReach(target, pace);
  if (far) return failure({ code: 'out-of-reach', message: far });
  const strange = notOfTechnique(request);
  if (strange) return failure(strange);
  const path = pathOf(request);
  const end = path.findIndex((numbers) => sameRung(numbers, target));
  if (end < 0 || end >= MOST_RUNGS) return failure(notOfSchool(request, path));
  const begin = entryOf(path, start);
  if (begin >= end && !(begin === end && sameRung(start, target))) {
    const message = ladderWords.buildLadder.targetNotAbove(describeRung(target), describeRung(start));
    return failure({ code: 'target-below-start', message });
  }
  const rungs = fromStart(start, path.slice(begin, end + 1), pace);
  return success(rungs.map((numbers) => rungFrom(numbers, sustainable, pace)));
}

function notOfTechnique({ technique, school, target }: LadderRequest): LadderProblem | null {
  const name = techniqueName(technique, 'english');
  if (!schoolsFor(technique).includes(school)) {
    const others = schoolsFor(technique).map((id) => SCHOOLS[id].name);
    const message = ladderWords.buildLadder.growsNotBySchool(name, SCHOOLS[school].name, others.join(' or '));
    return { code: 'not-of-technique', message, nearest: [] };
  }
  const near = nearestInRange(technique, target);
  if (sameRung(near, target)) return null;
  const message = ladderWords.buildLadder.notPractisedWith(name, describeRung(target), describeRung(near));
  return { code: 'not-of-technique', message, nearest: [near] };
}

/** The rungs of a path, with rungs before the first one where its holds would grow too far from today's numbers. */
function fromStart(start: RungNumbers, path: readonly RungNumbers[], pace: Pace): readonly RungNumbers[] {
  const [first] = path;
  if (start.kind !== 'counts' || first?.kind !== 'counts' || sameRung(start, first)) return path;
  const [, ...before] = withRungsBetween([start.counts, first.counts], pace);
  return [...before.map((counts): RungNumbers => ({ kind: 'counts', counts })), ...path.slice(1)];
}

const CAPACITY_OF = {
  inhale: 'inhale',
  internalHold: 'hold',
  exhale: 'exhale',
  externalHold: 'emptyHold',
} as const;

/** Why nobody gets there, or null. */
function beyondReach(target: RungNumbers, pace: Pace): string | null {
  if (target.kind !== 'counts') return null;
  const phase = PHASE_KINDS.find(
    (kind) => countsToSeconds(target.counts[kind], pace) > CAPACITY_RANGES[CAPACITY_OF[kind]].to,
  );
  if (!phase) return null;
  const { to } = CAPACITY_RANGES[CAPACITY_OF[phase]];
  return ladderWords.buildLadder.beyondReach(describeRung(target), to);
}

const KIND_WORDS: Readonly<Record<RungNumbers['kind'], string>> = {
  counts: ladderWords.buildLadder.countsOfABreath,
  strokes: 'strokes',
  minutes: 'minutes',
};

/** A rung with what it asks for today. */
export function rungFrom(numbers: RungNumbers, sustainable: Sustainable, pace: Pace): Rung {
  const need = rungNeed(numbers, sustainable, pace);
  return { numbers, cycle: rungCycle(numbers, pace), need, aboveFit: !rungFits(numbers, sustainable, pace) };
}

function pathOf({ school, start, target, pace }: LadderRequest): readonly RungNumbers[] {
  if (start.kind === 'counts' && target.kind === 'counts')
    return countedPath(school, start.counts, target.counts, pace).map((counts) => ({
      kind: 'counts',
      counts,
    }));
  if (start.kind === 'strokes' && target.kind === 'strokes') return strokesPath(start, target) ?? [start];
  return durationPath();
}

/** The last rung that asks no more than today's numbers in any phase; the first one where none does. */
function entryOf(path: readonly RungNumbers[], start: RungNumbers): number {
  const exact = path.findIndex((numbers) => sameRung(numbers, start));
  if (exact >= 0) return exact;
  return Math.max(
    0,
    path.findLastIndex((numbers) => asksNoMore(numbers, start)),
  );
}

function asksNoMore(a: RungNumbers, b: RungNumbers): boolean {
  if (a.kind === 'counts' && b.kind === 'counts')
    return PHASE_KINDS.every((kind) => a.counts[kind] <= b.counts[kind]);
  return a.kind === 'minutes' && b.kind === 'minutes' && a.minutes <= b.minutes;
}

const distance = (a: RungNumbers, b: RungNumbers): number => {
  if (a.kind === 'counts' && b.kind === 'counts')
    return PHASE_KINDS.reduce((sum, kind) => sum + Math.abs(a.counts[kind] - b.counts[kind]), 0);
  if (a.kind === 'strokes' && b.kind === 'strokes')
    return Math.abs(a.strokes - b.strokes) + 10 * Math.abs(a.sets - b.sets) + Math.abs(a.rate - b.rate);
  return a.kind === 'minutes' && b.kind === 'minutes' ? Math.abs(a.minutes - b.minutes) : Infinity;
};

function notOfSchool(request: LadderRequest, path: readonly RungNumbers[]): LadderProblem {
  const { target, school } = request;
  const [first, ...others] = [...path].sort((a, b) => distance(a, target) - distance(b, target));
  const nearest = first ? [first, ...others.slice(0, 2)] : [];
  const name = SCHOOLS[school].name;
  if (target.kind === 'strokes') {
    const met = nearestStrokes(request);
    const message = ladderWords.buildLadder.strokesGrowBy5(met.map(describeRung).join('; '));
    return { code: 'not-of-school', message, nearest: met };
  }
  const words = nearest.map(describeRung).join('; ');
  const message = ladderWords.buildLadder.doesNotComeBy(name, describeRung(target), words);
  return { code: 'not-of-school', message, nearest };
}

/** The nearest strokes, sets and rate that steps of the school meet, within the range of the technique. */
function nearestStrokes({ technique, start, target }: LadderRequest): readonly RungNumbers[] {
  const { pattern } = techniqueOf(technique);
  if (start.kind !== 'strokes' || target.kind !== 'strokes' || pattern.kind !== 'strokes') return [];
  const meet = (from: number, to: number, step: number, { to: most }: Range): number => {
    const steps = Math.min(Math.round((to - from) / step), Math.floor((most - from) / step));
    return from + Math.max(0, steps) * step;
  };
  return [
    {
      kind: 'strokes',
      strokes: meet(start.strokes, target.strokes, 5, pattern.strokes),
      sets: Math.max(start.sets, target.sets),
      rate: meet(start.rate, target.rate, 10, pattern.rate),
    },
  ];
}

/** Days that a rung takes if every sitting is easy: the gate's, or as many as its sittings take. */
export const daysOnRung = (gate: Gate, { sittingsADay, daysAWeek }: PracticePlan): number =>
  Math.max(gate.days, Math.ceil((gate.sittings * 7) / (sittingsADay * daysAWeek)));

/** Where somebody stands on a ladder, and how often they practise. */
export interface StairsRequest {
  /** How many rungs there are, and the one that is practised now. */
  readonly rungs: number;
  readonly at: number;
  /** The first day on it. */
  readonly since: Day;
  readonly today: Day;
  readonly gate: Gate;
  readonly plan: PracticePlan;
}

/** The day on which each rung from the present one on begins if every sitting is easy; the next not before today. */
export function plannedStairs(
  request: StairsRequest,
): readonly { readonly rung: number; readonly on: Day }[] {
  const { rungs, at, since, today, gate, plan } = request;
  const days = daysOnRung(gate, plan);
  const due = addDays(since, days);
  const next = due > today ? due : today;
  return Array.from({ length: rungs - at }, (_, index) => ({
    rung: at + index,
    on: index === 0 ? since : addDays(next, (index - 1) * days),
  }));
}
