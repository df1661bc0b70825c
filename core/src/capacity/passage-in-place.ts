import type { Conventions } from '../conventions/index.js';
import { parseRatio, type Ratio } from '../ratio/index.js';
import { techniqueOf, type TechniqueId } from '../technique/index.js';
import { seconds, type Seconds } from '../units/index.js';
import {
  countsInCycle,
  cyclesInOwnRound,
  halfMillisOf,
  planCycle,
  withFittedParts,
  type CountedPassage,
  type Passage,
} from '../session/index.js';
import { newFittedPassage, type FitTo } from './fitted-passage.js';
import { withPossibleLocks } from './within-capacity.js';

/**
 * Another technique in the place of a passage: as it begins, fitted, about as long, in the same seat where it can be
 * practised in it, under the same id. What has no hold is replaced by nothing that has one, where the technique is practised
 * without.
 *
 * @param length how long it should be, in seconds.
 */
export function passageInPlaceOf(
  old: Passage,
  technique: TechniqueId,
  length: Seconds,
  conventions: Conventions,
  fit: FitTo,
): Passage {
  const entry = techniqueOf(technique);
  const fresh = newFittedPassage(technique, old.id, { ...fit, conventions });
  const { seats = [] } = fit;
  const keeps = entry.seats.includes(old.seat) && (seats.length === 0 || seats.includes(old.seat));
  const seat = keeps ? old.seat : fresh.seat;
  const { pattern } = entry;
  if (fresh.kind === 'natural' && pattern.kind === 'natural') {
    const { from, to } = pattern.length;
    return { ...fresh, seat, length: seconds(Math.min(to, Math.max(from, Math.round(length)))) };
  }
  if (fresh.kind === 'counted' && pattern.kind === 'counted') {
    const even = isHeld(old) ? fresh : withoutHolds(fresh, pattern.ratios);
    const cycle = halfMillisOf(planCycle(even, countsInCycle(even, 1, conventions), conventions)) / 2000;
    const perRound = cyclesInOwnRound(fresh);
    const rounds = Math.max(1, Math.round(length / (cycle * perRound)));
    return { ...even, seat, cycles: Math.min(pattern.cycles.to, rounds * perRound) };
  }
  return { ...fresh, seat };
}

const isHeld = (passage: Passage): boolean => passage.kind !== 'counted' || holdsIn(passage.ratio);

const holdsIn = ({ internalHold, externalHold }: Ratio): boolean => internalHold > 0 || externalHold > 0;

/** A passage in the first of these ratios that has no hold; as it is where none is. */
function withoutHolds(passage: CountedPassage, ratios: readonly string[]): CountedPassage {
  if (!holdsIn(passage.ratio)) return passage;
  for (const text of ratios) {
    const ratio = parseRatio(text);
    if (ratio.ok && !holdsIn(ratio.value.ratio))
      return withPossibleLocks(withFittedParts({ ...passage, ratio: ratio.value.ratio }));
  }
  return passage;
}
