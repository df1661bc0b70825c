import { numbersFromCounts, type PhaseCounts } from '../ratio/index.js';
import type { TechniqueId } from '../technique/index.js';
import { seconds, type Pace, type Seconds } from '../units/index.js';
import { withFittedParts } from './edits.js';
import { newPassage } from './new-passage.js';
import type { Passage, Session } from './session.js';

/** What a log tells of one passage as it was planned. */
export type PlannedPassage =
  | {
      readonly kind: 'counted';
      readonly passageId: string;
      readonly technique: TechniqueId;
      readonly counts: PhaseCounts;
      readonly pace: Pace;
      readonly cyclesPlanned: number;
      readonly secondsPlanned: Seconds;
    }
  | {
      readonly kind: 'strokes';
      readonly passageId: string;
      readonly technique: TechniqueId;
      readonly cyclesPlanned: number;
      readonly turns: readonly { readonly rate: number; readonly planned: number }[];
    }
  | {
      readonly kind: 'natural';
      readonly passageId: string;
      readonly technique: TechniqueId;
      readonly secondsPlanned: Seconds;
    };

/**
 * The session that a record of a log was of, as far as the record tells: everything else is as the technique begins.
 *
 * @returns also which of the planned (by index) are not practised in this way; they are left out of the session.
 */
export function sessionOfRecord(
  title: string,
  planned: readonly PlannedPassage[],
): { readonly session: Session; readonly wrong: readonly number[] } {
  const made = planned.map(passageOfRecord);
  const wrong = made.flatMap((passage, index) => (passage === null ? [index] : []));
  const passages = made.filter((passage): passage is Passage => passage !== null);
  return {
    session: { title, goal: 'calm', conventions: {}, minutes: null, seatChange: seconds(0), passages },
    wrong,
  };
}

/** A passage as far as a record tells of it; null where it is not practised in this way. */
export function passageOfRecord(planned: PlannedPassage): Passage | null {
  const passage = newPassage(planned.technique, planned.passageId);
  if (planned.kind === 'counted' && passage.kind === 'counted') {
    const { counts, pace, cyclesPlanned: cycles, secondsPlanned: ownPace } = planned;
    return withFittedParts({ ...passage, ...numbersFromCounts(counts), pace, cycles, ownPace });
  }
  if (planned.kind === 'strokes' && passage.kind === 'strokes') {
    const sets = Math.max(1, Math.ceil(planned.cyclesPlanned / passage.turns.length));
    const [turn] = planned.turns;
    return turn ? { ...passage, sets, strokes: turn.planned, rate: turn.rate } : { ...passage, sets };
  }
  if (planned.kind === 'natural') {
    if (passage.kind !== 'natural') return null;
    return { ...passage, length: planned.secondsPlanned };
  }
  return null;
}
