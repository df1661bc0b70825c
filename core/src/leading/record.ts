import { countsOf, type PhaseCounts } from '../ratio/index.js';
import type { SignId } from '../screening/index.js';
import type { CountedPassage, NaturalPassage } from '../session/index.js';
import type { TechniqueId } from '../technique/index.js';
import { millis, millisToSeconds, type Millis, type Pace, type Seconds } from '../units/index.js';
import { beginRun, type LeadRun } from './run.js';

/** What was really done of one passage. Cycles are whole breaths; rounds follow by convention. */
export type PassageRecord =
  | {
      readonly kind: 'counted';
      readonly passageId: string;
      readonly technique: TechniqueId;
      readonly counts: PhaseCounts;
      readonly pace: Pace;
      readonly cyclesPerRound: 1 | 2;
      readonly cyclesPlanned: number;
      readonly cyclesDone: number;
      readonly easings: readonly EasingRecord[];
    }
  | {
      readonly kind: 'natural';
      readonly passageId: string;
      readonly technique: TechniqueId;
      readonly secondsPlanned: Seconds;
      readonly secondsDone: Seconds;
    };

/** The counts from a round on. */
export interface EasingRecord {
  readonly fromRound: number;
  readonly counts: PhaseCounts;
}

/** What a sitting keeps of the leading. */
export interface LeadRecord {
  readonly outcome: 'finished' | 'stopped';
  /** Time actually led, pauses left out. */
  readonly led: Millis;
  readonly pauses: number;
  readonly signs: readonly SignId[];
  readonly passages: readonly PassageRecord[];
}

/** A passage is complete when all its planned cycles were done; natural breathing may be cut short. */
export const isComplete = (passage: PassageRecord): boolean =>
  passage.kind === 'natural' || passage.cyclesDone >= passage.cyclesPlanned;

/** Whole rounds done; a half round that was planned counts as its half once done. */
export function roundsDone(passage: Extract<PassageRecord, { kind: 'counted' }>): number {
  const { cyclesDone, cyclesPlanned, cyclesPerRound } = passage;
  return cyclesDone === cyclesPlanned ? cyclesDone / cyclesPerRound : Math.floor(cyclesDone / cyclesPerRound);
}

/** The record of a run, from the cycles that were heard to their end. A cycle done again after a pause counts once. */
export function recordOf(run: LeadRun): LeadRecord {
  const planned = beginRun(run.setup).takes[0].timeline;
  const passages = run.setup.session.passages.map((passage, index) => {
    if (passage.kind === 'natural') return naturalRecord(run, passage, index);
    const rounds = planned.passages[index]?.rounds;
    return countedRecord(run, passage, index, rounds?.cycles ?? passage.cycles, rounds?.cyclesPerRound ?? 2);
  });
  const led = run.takes.reduce((sum, take) => sum + (take.ledTo ?? 0), 0);
  return {
    outcome: run.state.kind === 'finished' ? 'finished' : 'stopped',
    led: millis(led),
    pauses: run.takes.length - 1,
    signs: run.signs,
    passages,
  };
}

function countedRecord(
  run: LeadRun,
  passage: CountedPassage,
  index: number,
  cyclesPlanned: number,
  cyclesPerRound: 1 | 2,
): PassageRecord {
  const cyclesDone = cyclesHeard(run, index).size;
  const easings = run.changes.flatMap((change) =>
    change.kind === 'ease' && change.passageId === passage.id
      ? [{ fromRound: Math.ceil(change.fromCycle / cyclesPerRound), counts: countsOf(change.numbers) }]
      : [],
  );
  const { id, technique, pace } = passage;
  const counts = countsOf(passage);
  return {
    kind: 'counted',
    passageId: id,
    technique,
    counts,
    pace,
    cyclesPerRound,
    cyclesPlanned,
    cyclesDone,
    easings,
  };
}

/** Numbers of the cycles whose last phase was led to its end, in whichever take. */
function cyclesHeard(run: LeadRun, passage: number): ReadonlySet<number> {
  const heard = new Set<number>();
  for (const { timeline, ledTo } of run.takes) {
    const events = timeline.events;
    events.forEach((event, i) => {
      const lastOfCycle = events[i + 1]?.cycle !== event.cycle;
      if (event.passage === passage && event.cycle !== null && lastOfCycle && event.to <= (ledTo ?? 0)) {
        heard.add(event.cycle);
      }
    });
  }
  return heard;
}

function naturalRecord(run: LeadRun, passage: NaturalPassage, index: number): PassageRecord {
  let done = 0;
  for (const { timeline, ledTo } of run.takes) {
    for (const event of timeline.events) {
      if (event.passage === index) done += Math.max(0, Math.min(event.to, ledTo ?? 0) - event.from);
    }
  }
  return {
    kind: 'natural',
    passageId: passage.id,
    technique: passage.technique,
    secondsPlanned: passage.length,
    secondsDone: millisToSeconds(millis(done)),
  };
}
