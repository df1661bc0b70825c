import type { HoldKind } from '../technique/index.js';
import { isHoldLength, LONGEST_PAUSE } from '../policy/index.js';
import { countsOf, numbersFromCounts } from '../ratio/index.js';
import { withPossibleLocks } from '../capacity/index.js';
import type { CountedPassage, Passage } from '../session/index.js';
import { counts, countsToSeconds, floorToHalf, seconds, type Counts } from '../units/index.js';

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
  const { pace, openHold, parts, turning } = passage;
  const now = countsOf(passage);
  const breath = kind === 'internalHold' ? 'inhale' : 'exhale';
  const side = kind === 'internalHold' ? 'full' : 'empty';
  const longest = Math.max(limit, LONGEST_PAUSE);
  const part = parts[breath];
  const paused = part && { ...part, pause: atMost(part.pause, longest, pace) };
  const after = paused?.atEnd ? countsToSeconds(paused.pause, pace) : 0;
  // The pause after the last part touches the hold: together they are one stop.
  const shorter = atMost(now[kind], Math.max(0, limit - after), pace);
  const open = openHold?.phase === kind ? openHoldUpTo(openHold, limit - after) : openHold;
  const turned = open?.phase !== kind && shorter === 0;
  const most = turned
    ? seconds(Math.max(0, Math.min(turning[side], Math.floor((longest - after) * 2) / 2)))
    : turning[side];
  const ends = paused && { ...paused, atEnd: paused.atEnd && after <= longest };
  const changed: CountedPassage = {
    ...passage,
    ...numbersFromCounts({ ...now, [kind]: shorter }),
    emptyHold: kind === 'externalHold' || shorter < now[kind] ? 'as-written' : passage.emptyHold,
    openHold: open,
    parts: { ...parts, [breath]: ends },
    turning: { ...turning, [side]: most },
    ramps: passage.ramps.filter((ramp) =>
      ramp.of === kind ? ramp.kind === 'from' && shorter > 0 : ramp.of !== 'base' || shorter === 0,
    ),
  };
  const kept = withPossibleLocks(changed);
  return limit > 0 ? kept : { ...kept, locks: { ...kept.locks, [kind]: [] } };
}

function openHoldUpTo(
  open: NonNullable<CountedPassage['openHold']>,
  limit: number,
): CountedPassage['openHold'] {
  if (!isHoldLength(limit)) return null;
  return {
    ...open,
    cap: seconds(Math.min(open.cap, Math.floor(limit * 2) / 2)),
    expected: seconds(Math.min(open.expected, Math.floor(limit * 2) / 2)),
  };
}
