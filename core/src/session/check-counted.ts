import type { Conventions } from '../conventions/index.js';
import { LONGEST_PHASE, PHASE_KINDS, PHASE_NAMES, type PhaseCounts } from '../ratio/index.js';
import {
  HOLD_KINDS,
  holdsAllowedBy,
  LOCKS,
  BREATH_PATH_NAMES,
  ROUTE_NAMES,
  techniqueOf,
  type CountedPattern,
} from '../technique/index.js';
import { countsToSeconds, formatCounts } from '../units/index.js';
import { countsAtLimit, countsInCycle, firstStepOf, ownRoundOf } from './cycle.js';
import { checkLocks, describeLockRefusal } from './locks.js';
import type { SessionProblem } from './problem.js';
import type { CountedPassage, Ramp } from './session.js';
import { sessionWords } from '../words/index.js';

const BREATH_KINDS = ['inhale', 'exhale'] as const;

/** Longest that an open hold may be let go on, seconds. */
export const LONGEST_OPEN_HOLD = 120;

/** The problems of a counted passage, with pointers into it. */
export function checkCounted(passage: CountedPassage, conventions: Conventions): readonly SessionProblem[] {
  const { pattern, names } = techniqueOf(passage.technique);
  if (pattern.kind !== 'counted') {
    const message = sessionWords.checkCounted.hasNoCountedPhases(names.english);
    return [{ code: 'wrong-kind', pointer: '/technique', message }];
  }
  const first = countsInCycle(passage, 1, conventions);
  const limit = countsAtLimit(passage, conventions);
  return [
    ...checkDosage(passage),
    ...checkPhases(first, limit),
    ...checkPattern(passage, pattern, names.english, limit),
    ...checkParts(passage, first),
    ...checkOpenHold(passage),
    ...passage.ramps.flatMap((ramp, index) =>
      checkRamp(passage, ramp, first).map((problem) => ({
        ...problem,
        pointer: `/ramps/${index}${problem.pointer}`,
      })),
    ),
    ...checkPassageLocks(passage, pattern, limit),
  ];
}

function checkDosage(passage: CountedPassage): SessionProblem[] {
  const { cycles, mostCycles, ownPace } = passage;
  if (mostCycles !== undefined && (cycles === 0 || mostCycles <= cycles)) {
    const rounds = ownRoundOf(passage, cycles);
    const message = sessionWords.checkCounted.noMoreRounds(ownRoundOf(passage, mostCycles), rounds);
    return [{ code: 'no-more-rounds', pointer: '/mostCycles', message }];
  }
  return cycles === 0 && ownPace === 0
    ? [{ code: 'no-rounds', pointer: '/cycles', message: sessionWords.checkCounted.noRounds }]
    : [];
}

function checkPhases(first: PhaseCounts, limit: PhaseCounts): SessionProblem[] {
  return PHASE_KINDS.filter((kind) => Math.max(first[kind], limit[kind]) > LONGEST_PHASE).map((kind) => ({
    code: 'phase-too-long',
    pointer: '/base',
    message: sessionWords.checkCounted.phaseTooLong(
      PHASE_NAMES[kind],
      formatCounts(Math.max(first[kind], limit[kind])),
      LONGEST_PHASE,
    ),
  }));
}

function checkPattern(
  passage: CountedPassage,
  pattern: CountedPattern,
  name: string,
  limit: PhaseCounts,
): SessionProblem[] {
  const problems: SessionProblem[] = [];
  if (!pattern.routes.includes(passage.route)) {
    const message = sessionWords.checkCounted.routeNotHere(name, ROUTE_NAMES[pattern.routes[0]]);
    problems.push({ code: 'route-not-here', pointer: '/route', message });
  }
  for (const kind of HOLD_KINDS) {
    const used = limit[kind] > 0 || passage.openHold?.phase === kind;
    if (!used || holdsAllowedBy(pattern).includes(kind)) continue;
    const message = sessionWords.checkCounted.holdNotHere(name, PHASE_NAMES[kind]);
    problems.push({ code: 'hold-not-here', pointer: passage.openHold ? '/openHold' : '/ratio', message });
  }
  if (!pattern.inhaleThrough.includes(passage.inhaleThrough)) {
    const ways = pattern.inhaleThrough.map((way) => BREATH_PATH_NAMES[way]).join(' or ');
    const message = sessionWords.checkCounted.pathNotHere(
      name,
      ways,
      BREATH_PATH_NAMES[passage.inhaleThrough],
    );
    problems.push({ code: 'mouth-form-not-here', pointer: '/inhaleThrough', message });
  }
  const { ears } = passage.modifiers;
  if (ears && !pattern.modifierChoices.ears.includes(ears)) {
    const message = sessionWords.checkCounted.earsNotHere(name);
    problems.push({ code: 'ears-not-here', pointer: '/modifiers/ears', message });
  }
  return problems;
}

function checkParts(passage: CountedPassage, first: PhaseCounts): SessionProblem[] {
  return BREATH_KINDS.flatMap((kind): SessionProblem[] => {
    const parts = passage.parts[kind];
    if (!parts) return [];
    const sum = parts.lengths.reduce((all, length) => all + length, 0);
    const longest = Math.max(...parts.lengths);
    const most = first[kind] - (parts.lengths.length - 1) / 2;
    const pointer = `/parts/${kind}/lengths`;
    if (most < 0.5) {
      const message = sessionWords.checkCounted.tooShortForParts(
        kind,
        formatCounts(first[kind]),
        parts.lengths.length,
        formatCounts(parts.lengths.length / 2),
      );
      return [{ code: 'part-too-long', pointer, message }];
    }
    if (longest > most || sum > first[kind]) {
      const message = sessionWords.checkCounted.partsDoNotSum(
        kind,
        formatCounts(sum),
        formatCounts(first[kind]),
        formatCounts(Math.max(0.5, Math.min(most, longest - (sum - first[kind])))),
        kind,
      );
      return [{ code: 'part-too-long', pointer, message }];
    }
    return [];
  });
}

function checkOpenHold(passage: CountedPassage): SessionProblem[] {
  const { openHold } = passage;
  if (!openHold) return [];
  const rounds = ownRoundOf(passage, passage.cycles);
  if ((openHold.fromRound ?? 1) > rounds) {
    const message = sessionWords.checkCounted.openNeverComes(openHold.fromRound ?? 1, rounds);
    return [{ code: 'open-hold-range', pointer: '/openHold/fromRound', message }];
  }
  const { expected, cap } = openHold;
  const message =
    expected > cap
      ? sessionWords.checkCounted.capBelowExpected(cap, expected, expected)
      : sessionWords.checkCounted.openHoldTooLong(LONGEST_OPEN_HOLD, LONGEST_OPEN_HOLD);
  return expected > cap || cap > LONGEST_OPEN_HOLD
    ? [{ code: 'open-hold-range', pointer: '/openHold/cap', message }]
    : [];
}

/** The problems of a ramp, with pointers into it: it must move in the rounds there are, and come to its limit exactly. */
export function checkRamp(
  passage: CountedPassage,
  ramp: Ramp,
  first: PhaseCounts,
): readonly SessionProblem[] {
  const rounds = ownRoundOf(passage, passage.cycles);
  if (ramp.kind === 'from') {
    if (ramp.round <= rounds) return [];
    const message = sessionWords.checkCounted.rampNeverComes(rounds, ramp.round, rounds);
    return [{ code: 'ramp-stands-still', pointer: '/round', message }];
  }
  const start = ramp.of === 'base' ? passage.base : first[ramp.of];
  const way = ramp.to - start;
  if (ramp.by === 0 || way === 0 || Math.sign(ramp.by) !== Math.sign(way)) {
    const message = sessionWords.checkCounted.rampNeverMoves(
      formatCounts(start),
      formatCounts(ramp.to),
      way < 0 ? '−1' : '1',
      formatCounts(start),
    );
    return [{ code: 'ramp-stands-still', pointer: '/by', message }];
  }
  if (firstStepOf(ramp) > rounds) {
    const { first } = ramp;
    if (first !== undefined) {
      const message = sessionWords.checkCounted.firstNeverComes(first, rounds);
      return [{ code: 'ramp-stands-still', pointer: '/first', message }];
    }
    const message = sessionWords.checkCounted.stepNeverComes(ramp.every, rounds, Math.max(1, rounds - 1));
    return [{ code: 'ramp-stands-still', pointer: '/every', message }];
  }
  const steps = way / ramp.by;
  if (Number.isInteger(Math.round(steps * 1000) / 1000)) return [];
  const nearest = start + ramp.by * Math.floor(steps);
  const message = sessionWords.checkCounted.stepsPassLimit(
    ramp.by,
    formatCounts(start),
    formatCounts(ramp.to),
    formatCounts(nearest === start ? start + ramp.by : nearest),
  );
  return [{ code: 'ramp-misses-limit', pointer: '/to', message }];
}

function checkPassageLocks(
  passage: CountedPassage,
  pattern: CountedPattern,
  limit: PhaseCounts,
): SessionProblem[] {
  return HOLD_KINDS.flatMap((hold): SessionProblem[] => {
    const locks = passage.locks[hold];
    const pointer = `/locks/${hold}`;
    const foreign = locks.find((lock) => !pattern.locks[hold].includes(lock));
    const { openHold } = passage;
    // An open hold has its locks as long as it is expected: a shorter one would be released before they are set.
    const seconds = openHold?.phase === hold ? openHold.expected : countsToSeconds(limit[hold], passage.pace);
    const checked = checkLocks(hold, locks, seconds, passage.pace);
    if (!checked.ok)
      return [{ code: 'lock-refused', pointer, message: describeLockRefusal(checked.problem) }];
    const rounds = ownRoundOf(passage, passage.cycles);
    if (locks.length > 0 && passage.locks.fromRound > rounds) {
      const message = sessionWords.checkCounted.lockNeverComes(rounds, passage.locks.fromRound, rounds);
      return [{ code: 'lock-never-comes', pointer: '/locks/fromRound', message }];
    }
    if (!foreign) return [];
    const message = sessionWords.checkCounted.lockNotHere(LOCKS[foreign].names.english, PHASE_NAMES[hold]);
    return [{ code: 'lock-not-here', pointer, message }];
  });
}
