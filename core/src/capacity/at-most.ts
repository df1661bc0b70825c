import type { Conventions } from '../conventions/index.js';
import { countsAtMost, everyCounts } from '../policy/index.js';
import { mapPhases, PHASE_KINDS, type PhaseKind, type Sustainable } from '../ratio/index.js';
import type { CountedPassage } from '../session/index.js';
import { countsToSeconds } from '../units/index.js';

/** Seconds of a phase, at the least and at its most: a ramp over its rounds and at its limit, an open hold at its cap. Domain 20. */
export interface PhaseRange {
  readonly from: number;
  readonly to: number;
}

/** How long each phase of a passage is, from its shortest to its most; an open hold can be over at once. */
export function phaseRanges(
  passage: CountedPassage,
  conventions: Conventions,
): Readonly<Record<PhaseKind, PhaseRange>> {
  const every = everyCounts(passage, conventions);
  const most = countsAtMost(passage, conventions);
  const { openHold, pace } = passage;
  const range = (phase: PhaseKind): PhaseRange =>
    openHold?.phase === phase
      ? { from: 0, to: openHold.cap }
      : {
          from: countsToSeconds(
            every.reduce((least, now) => (now[phase] < least ? now[phase] : least), most[phase]),
            pace,
          ),
          to: countsToSeconds(most[phase], pace),
        };
  return mapPhases(range);
}

/** A phase and what it needs, at its most, of what can be sustained; seconds, and the share 0 to 1 and over. */
export interface PhaseLoad {
  readonly phase: PhaseKind;
  readonly needed: number;
  readonly there: number;
  readonly share: number;
}

/** The phase that needs the most of what can be sustained, among those that are used and were measured; lengths in seconds. */
export function heaviestOf(
  lengths: Readonly<Record<PhaseKind, number>>,
  sustainable: Sustainable,
): PhaseLoad | null {
  const loads = PHASE_KINDS.flatMap((phase): PhaseLoad[] => {
    const there = sustainable[phase];
    const needed = lengths[phase];
    return there === null || needed === 0 ? [] : [{ phase, needed, there, share: needed / there }];
  });
  return loads.reduce<PhaseLoad | null>(
    (most, load) => (most === null || load.share > most.share ? load : most),
    null,
  );
}

/** The phase of a passage that at its most needs the most of what can be sustained. */
export function heaviestPhase(
  passage: CountedPassage,
  sustainable: Sustainable,
  conventions: Conventions,
): PhaseLoad | null {
  const ranges = phaseRanges(passage, conventions);
  return heaviestOf(
    mapPhases((phase) => ranges[phase].to),
    sustainable,
  );
}
