import type { HoldKind } from '../technique/index.js';
import type { CyclePhase } from '../session/index.js';
import { seconds } from '../units/index.js';

/** A stop of the breath up to so many seconds is a pause; a longer one is a hold of that length. Domain 20, a stop. */
export const LONGEST_PAUSE = seconds(2);
/** Pauses of one cycle that last longer than this together count as one hold of their length, seconds. Domain 20, a stop. */
export const LONGEST_PAUSES_TOGETHER = seconds(6);

/** Whether a stop of so many seconds is a hold. */
export const isHoldLength = (length: number): boolean => length > LONGEST_PAUSE;

/** All the time between two movements of the breath. */
export interface Stop {
  /** With full lungs, or in the course of an inhale; or with empty ones, or in the course of an exhale. */
  readonly hold: HoldKind;
  /** Exact length in half milliseconds; an open hold at its cap. */
  readonly halfMillis: number;
  /** From the beginning of the cycle to the beginning of the stop, half milliseconds. */
  readonly from: number;
}

/**
 * The stops of one cycle: a hold and the pauses that touch it are one stop.
 *
 * @param phases of the cycle, in order, as `planCycle` gives them.
 * @param openAt how an open hold counts: at its cap, which is what is judged, or as it is expected, for totals.
 */
export function stopsOf(phases: readonly CyclePhase[], openAt: 'cap' | 'expected' = 'cap'): readonly Stop[] {
  const stops: Stop[] = [];
  let at = 0;
  let open: { hold: HoldKind; from: number; halfMillis: number } | null = null;
  let breath: HoldKind = 'internalHold';
  for (const phase of phases) {
    switch (phase.kind) {
      case 'inhale':
      case 'exhale':
      case 'letGo':
        if (open) stops.push(open);
        open = null;
        breath = phase.kind === 'inhale' ? 'internalHold' : 'externalHold';
        break;
      case 'internalHold':
      case 'externalHold':
      case 'pause':
      case 'turning': {
        const length = phase.open ? Math.round(phase.open[openAt] * 2000) : phase.halfMillis;
        open ??= { hold: breath, from: at, halfMillis: 0 };
        open.halfMillis += length;
        break;
      }
    }
    at += phase.halfMillis;
  }
  if (open) stops.push(open);
  return stops;
}

const toSeconds = (halfMillis: number): number => halfMillis / 2000;

/** The longest hold of each kind in one cycle, seconds; 0 where there are pauses at most. Domain 20, a stop. */
export function holdsAmong(stops: readonly Stop[]): Readonly<Record<HoldKind, number>> {
  const longest = { internalHold: 0, externalHold: 0 };
  const pauses = { internalHold: 0, externalHold: 0 };
  for (const { hold, halfMillis } of stops) {
    const length = toSeconds(halfMillis);
    if (isHoldLength(length)) longest[hold] = Math.max(longest[hold], length);
    else pauses[hold] += halfMillis;
  }
  const together = toSeconds(pauses.internalHold + pauses.externalHold);
  if (together > LONGEST_PAUSES_TOGETHER) {
    const kind = pauses.internalHold >= pauses.externalHold ? 'internalHold' : 'externalHold';
    longest[kind] = Math.max(longest[kind], together);
  }
  return longest;
}

/** Half milliseconds held in one cycle: stops that are holds by themselves. */
export const heldHalfMillis = (stops: readonly Stop[]): number =>
  stops.reduce((sum, { halfMillis }) => (isHoldLength(toSeconds(halfMillis)) ? sum + halfMillis : sum), 0);
