import { countsOf, numbersFromCounts } from '../ratio/index.js';
import { leastLockedHold, type CountedPassage, type HoldKind, type Passage } from '../session/index.js';
import { counts, countsToSeconds, floorToHalf, seconds, type Counts } from '../units/index.js';

/** Pauses up to so many seconds are no holds. */
const PAUSE = 2;

/** A passage whose holds of these kinds last at most so many seconds, with everything that makes them longer; 0 drops them. */
export function withHoldsUpTo(passage: Passage, kinds: readonly HoldKind[], limit: number): Passage {
  if (passage.kind === 'natural') return passage;
  if (passage.kind === 'strokes') {
    const { recovery, pace } = passage;
    if (!recovery || !kinds.includes('internalHold')) return passage;
    return { ...passage, recovery: { ...recovery, hold: atMost(recovery.hold, limit, pace) } };
  }
  return kinds.reduce((now, kind) => withHoldUpTo(now, kind, limit), passage);
}

const atMost = (value: Counts, limit: number, pace: number): Counts =>
  counts(Math.min(value, floorToHalf((limit * 1000) / pace)));

function withHoldUpTo(passage: CountedPassage, kind: HoldKind, limit: number): CountedPassage {
  const { pace, openHold, parts } = passage;
  const now = countsOf(passage);
  const shorter = atMost(now[kind], limit, pace);
  const breath = kind === 'internalHold' ? 'inhale' : 'exhale';
  const part = parts[breath];
  const pause = part && { ...part, pause: atMost(part.pause, Math.max(limit, PAUSE), pace) };
  const length = countsToSeconds(shorter, pace);
  const locked = length >= leastLockedHold(pace) || openHold?.phase === kind;
  return {
    ...passage,
    ...numbersFromCounts({ ...now, [kind]: shorter }),
    emptyHold: kind === 'externalHold' ? 'as-written' : passage.emptyHold,
    openHold: openHold?.phase === kind ? openHoldUpTo(openHold, limit) : openHold,
    parts: { ...parts, [breath]: pause },
    locks: locked && limit > 0 ? passage.locks : { ...passage.locks, [kind]: [] },
    ramps: passage.ramps.filter(({ of }) => of !== kind && (of !== 'base' || shorter === 0)),
  };
}

function openHoldUpTo(
  open: NonNullable<CountedPassage['openHold']>,
  limit: number,
): CountedPassage['openHold'] {
  if (limit <= PAUSE) return null;
  return {
    ...open,
    cap: seconds(Math.min(open.cap, limit)),
    expected: seconds(Math.min(open.expected, limit)),
  };
}
