import { countsOf, sameCounts, type PhaseCounts } from '../ratio/index.js';
import { isDone, shareDone, type Done, type SignId, type SignTakenBack } from '../policy/index.js';
import { turnsOf, type CountedPassage, type NaturalPassage, type StrokePassage } from '../session/index.js';
import { techniqueOf, type StrokeAirway, type TechniqueId } from '../technique/index.js';
import {
  countsInForce,
  strokesInForce,
  type RoundsSpan,
  type Timeline,
  type TimelineEvent,
} from '../timeline/index.js';
import { millis, millisToSeconds, seconds, type Millis, type Pace, type Seconds } from '../units/index.js';
import {
  beginRun,
  conventionsOfRun,
  timeLed,
  fewestCyclesOf,
  type LeadRun,
  type LeadSetup,
  type LoggedStep,
} from './lead-run.js';

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
      /** Easings that took hold: a breath at least was led by them. */
      readonly easings: readonly EasingRecord[];
      /** What was really led from a round on, the first included; left out where the counts stayed as they began. */
      readonly countsLed?: readonly EasingRecord[];
      /** How long each open hold really was, in order. */
      readonly openHolds: readonly Seconds[];
      /** At one's own pace, after the rounds. */
      readonly secondsPlanned: Seconds;
      readonly secondsDone: Seconds;
    }
  | {
      readonly kind: 'strokes';
      readonly passageId: string;
      readonly technique: TechniqueId;
      /** Turns of a set; cycles are turns. */
      readonly cyclesPerRound: number;
      readonly cyclesPlanned: number;
      /** Turns whose planned strokes were all done. */
      readonly cyclesDone: number;
      /** Every turn that was begun. */
      readonly turns: readonly TurnRecord[];
    }
  | {
      readonly kind: 'natural';
      readonly passageId: string;
      readonly technique: TechniqueId;
      readonly secondsPlanned: Seconds;
      readonly secondsDone: Seconds;
    };

/** What was done of a passage that was put in while leading, and the passage that it was led after. */
export type AddedRecord = PassageRecord & { readonly after?: string };

/** Strokes of one turn through one side. */
export interface TurnRecord {
  readonly set: number;
  readonly airway: StrokeAirway;
  /** A minute. */
  readonly rate: number;
  readonly planned: number;
  readonly done: number;
}

/** The counts from a round on. */
export interface EasingRecord {
  readonly fromRound: number;
  readonly counts: PhaseCounts;
}

/** Where somebody practised. Domain 14. */
export const SITTING_PLACES = ['with-instructor', 'home', 'class'] as const;
export type SittingPlace = (typeof SITTING_PLACES)[number];

/** What a sitting keeps of the leading. */
export interface LeadRecord {
  readonly outcome: 'finished' | 'stopped';
  /** Time actually led, pauses left out. */
  readonly led: Millis;
  readonly pauses: number;
  readonly signs: readonly SignId[];
  /** Signs that were taken back; those pressed by mistake are not among the signs. */
  readonly takenBack: readonly SignTakenBack[];
  readonly passages: readonly PassageRecord[];
  /** What was put in while leading, beyond what was planned; left out for none. */
  readonly added?: readonly AddedRecord[];
  /** What was done on the way, in order; left out where nothing was. */
  readonly log?: readonly LoggedStep[];
}

/** What was done of a passage, as completeness is judged; null of natural breathing, which may be cut short. */
function doneOf(passage: PassageRecord): Done | null {
  switch (passage.kind) {
    case 'natural':
      return null;
    case 'strokes':
      return { ...passage, secondsDone: 0, secondsPlanned: 0, cycleSeconds: 0 };
    case 'counted': {
      const { inhale, internalHold, exhale, externalHold } = passage.counts;
      return {
        ...passage,
        cycleSeconds: ((inhale + internalHold + exhale + externalHold) * passage.pace) / 1000,
      };
    }
  }
}

/** A passage is complete when everything planned of it was done. */
export const isComplete = (passage: PassageRecord): boolean => {
  const done = doneOf(passage);
  return done === null || isDone(done);
};

/** Whole rounds (sets) done; a half round that was planned counts as its half once done. */
export function roundsDone(passage: Exclude<PassageRecord, { kind: 'natural' }>): number {
  const { cyclesDone, cyclesPlanned, cyclesPerRound } = passage;
  return cyclesDone === cyclesPlanned ? cyclesDone / cyclesPerRound : Math.floor(cyclesDone / cyclesPerRound);
}

/**
 * Where on the planned timeline a sitting ended that was stopped: after the last breath that was done, however long the breaths
 * before it really were.
 */
export function endedAt({ passages }: Pick<LeadRecord, 'passages'>, timeline: Timeline): Millis {
  const index = passages.findLastIndex((passage) => isBegun(passage));
  const [passage, span] = [passages[index], timeline.passages[index]];
  if (!passage || !span) return millis(0);
  if (passage.kind === 'natural') return millis(Math.min(span.to, span.from + passage.secondsDone * 1000));
  const own = timeline.events.filter((event) => event.passage === index);
  const counted = own.findLast(({ cycle }) => cycle !== null && cycle <= passage.cyclesDone)?.to;
  const end = counted ?? own.find(({ section }) => section === 'own-pace')?.from ?? span.from;
  const ownPace = passage.kind === 'counted' ? passage.secondsDone * 1000 : 0;
  return millis(Math.min(span.to, end + ownPace));
}

/** Whether anything of a passage was done. */
export const isBegun = (passage: PassageRecord): boolean =>
  passage.kind === 'natural'
    ? passage.secondsDone > 0
    : passage.cyclesDone > 0 || (passage.kind === 'strokes' ? passage.turns.length : passage.secondsDone) > 0;

/**
 * The techniques in which the signs of a sitting were noted while it was led; in natural breathing that of the passage before it.
 *
 * @returns none where one of them was told afterwards: then nobody knows in what it came.
 */
export function signedIn({
  signs,
  log = [],
  passages,
}: Pick<LeadRecord, 'signs' | 'log'> & {
  readonly passages: readonly Pick<PassageRecord, 'passageId' | 'technique'>[];
}): readonly TechniqueId[] {
  // One that was taken back and noted again came where it was noted last.
  const noted = signs.map((sign) => log.findLast(({ what }) => what === sign)?.passageId);
  const techniques = noted.flatMap((id) => {
    const index = passages.findIndex(({ passageId }) => passageId === id);
    const before = passages
      .slice(0, index + 1)
      .findLast(({ technique }) => techniqueOf(technique).pattern.kind !== 'natural');
    return before ? [before.technique] : [];
  });
  return techniques.length === signs.length ? techniques : [];
}

/** The record of a run, from the cycles that were heard to their end. A cycle done again after a pause counts once. */
export function recordOf(run: LeadRun): LeadRecord {
  const records = passageRecords(run);
  const isAdded = ({ passageId }: PassageRecord): boolean => run.added.some(({ id }) => id === passageId);
  const added = records.flatMap((record, index): AddedRecord[] => {
    const after = records[index - 1]?.passageId;
    return isAdded(record) && isBegun(record) ? [{ ...record, ...(after && { after }) }] : [];
  });
  return {
    outcome: run.state.kind === 'finished' ? 'finished' : 'stopped',
    led: timeLed(run, millis(0)),
    pauses: run.log.filter(({ what }) => what === 'go-on').length,
    signs: run.signs,
    takenBack: run.takenBack,
    passages: records.filter((record) => !isAdded(record)),
    ...(added.length > 0 && { added }),
    ...(run.log.length > 0 && { log: run.log }),
  };
}

/** Whether leading went on after a record of it: what the later one tells more is no correction. */
export function wentOn(before: Pick<LeadRecord, 'log'>, after: Pick<LeadRecord, 'log'>): boolean {
  const [was, is] = [before.log ?? [], after.log ?? []];
  return (
    is[was.length]?.what === 'go-on' &&
    was.every(({ what, at }, index) => is[index]?.what === what && is[index].at === at)
  );
}

/** The records of the passages of a run in their order, those that were put in among them. */
export function passageRecords(run: LeadRun): readonly PassageRecord[] {
  const planned = beginRun(run.setup).takes[0].timeline;
  return run.setup.session.passages.map((passage, index): PassageRecord => {
    switch (passage.kind) {
      case 'natural':
        return naturalRecord(run, passage, index);
      case 'strokes':
        return strokesRecord(run, passage, index);
      case 'counted':
        return countedRecord(run, passage, index, planned.passages[index]?.rounds ?? null);
    }
  });
}

/**
 * The record of a practice that was not led here but told afterwards: the rounds (sets) done of each passage, in order, and
 * the minutes of one at one's own pace alone; those of natural breathing are not asked. Never more than was planned.
 */
export function recordOfRounds(setup: LeadSetup, rounds: readonly number[]): LeadRecord {
  const run = beginRun(setup);
  const { timeline } = run.takes[0];
  const passages = recordOf(run).passages.map((passage, index): PassageRecord => {
    if (passage.kind === 'natural') return { ...passage, secondsDone: passage.secondsPlanned };
    if (passage.kind === 'counted' && passage.cyclesPlanned === 0) {
      const done = Math.max(0, (rounds[index] ?? 0) * 60);
      return { ...passage, secondsDone: seconds(Math.min(passage.secondsPlanned, done)) };
    }
    const told = Math.max(0, Math.round((rounds[index] ?? 0) * passage.cyclesPerRound));
    const cyclesDone = Math.min(passage.cyclesPlanned, told);
    const whole = cyclesDone === passage.cyclesPlanned;
    if (passage.kind === 'counted')
      return { ...passage, cyclesDone, secondsDone: whole ? passage.secondsPlanned : (0 as Seconds) };
    return { ...passage, cyclesDone, turns: turnsTold(run, index, cyclesDone) };
  });
  const complete = passages.every(isComplete);
  const share = shareDone(passages.flatMap((passage) => doneOf(passage) ?? []));
  return {
    outcome: complete ? 'finished' : 'stopped',
    led: millis(Math.round(timeline.total * (complete ? 1 : share))),
    pauses: 0,
    signs: [],
    takenBack: [],
    passages,
  };
}

/** Turns of strokes as they were planned, the first so many of them. */
const turnsTold = (run: LeadRun, passage: number, turns: number): TurnRecord[] =>
  run.takes[0].timeline.events.flatMap(({ strokes, round, airway, cycle, passage: of }) =>
    of === passage &&
    strokes &&
    round !== null &&
    cycle !== null &&
    cycle <= turns &&
    airway !== 'mouth' &&
    airway !== 'closed'
      ? [{ set: round, airway, rate: strokes.rate, planned: strokes.number, done: strokes.number }]
      : [],
  );

/** Whether a record tells about this very leading: the same passages, in order, with the numbers that were planned. */
export function recordIsOf({ passages }: Pick<LeadRecord, 'passages'>, setup: LeadSetup): boolean {
  const planned = recordOf(beginRun(setup)).passages;
  return (
    passages.length === planned.length &&
    planned.every((passage, index) => {
      const told = passages[index];
      if (told?.kind !== passage.kind || told.passageId !== passage.passageId) return false;
      if (told.technique !== passage.technique) return false;
      if (told.kind === 'counted' && passage.kind === 'counted')
        return (
          sameCounts(told.counts, passage.counts) &&
          told.pace === passage.pace &&
          told.cyclesPlanned === passage.cyclesPlanned
        );
      return (
        told.kind !== 'strokes' || passage.kind !== 'strokes' || told.cyclesPlanned === passage.cyclesPlanned
      );
    })
  );
}

function countedRecord(
  run: LeadRun,
  passage: CountedPassage,
  index: number,
  rounds: RoundsSpan | null,
): PassageRecord {
  const cyclesPerRound = rounds?.cyclesPerRound === 1 ? 1 : 2;
  const heard = cyclesHeard(run, index);
  const countsLed = countsByRound(run, passage, heard, cyclesPerRound);
  const { id, technique, pace } = passage;
  const led = ledEvents(run, index);
  return {
    kind: 'counted',
    passageId: id,
    technique,
    counts: countsOf(passage),
    pace,
    cyclesPerRound,
    cyclesPlanned: fewestCyclesOf(run, passage),
    cyclesDone: heard.size,
    easings: easingsHeard(run, passage, heard, cyclesPerRound),
    ...(countsLed.length > 1 && { countsLed }),
    openHolds: led
      .filter(({ event, to }) => event.open !== null && event.kind !== 'quiet' && event.to <= to)
      .map(({ event }) => millisToSeconds(millis(event.to - event.from))),
    secondsPlanned: passage.ownPace,
    secondsDone: secondsLed(led.filter(({ event }) => event.kind === 'ownPace')),
  };
}

/** Easings by which a breath at least was led; of several before the same round the last. */
function easingsHeard(
  run: LeadRun,
  { id }: CountedPassage,
  heard: ReadonlySet<number>,
  perRound: number,
): readonly EasingRecord[] {
  const byRound = new Map<number, EasingRecord>();
  const last = Math.max(0, ...heard);
  for (const change of run.changes) {
    if (change.kind !== 'ease' || change.passageId !== id || change.fromCycle > last) continue;
    const fromRound = Math.ceil(change.fromCycle / perRound);
    byRound.set(fromRound, { fromRound, counts: countsOf(change.numbers) });
  }
  return [...byRound.values()];
}

/** The counts that were led, from each round on in which they are others than before. */
function countsByRound(
  run: LeadRun,
  passage: CountedPassage,
  heard: ReadonlySet<number>,
  perRound: number,
): readonly EasingRecord[] {
  if (passage.ramps.length === 0 && run.changes.length === 0) return [];
  const conventions = conventionsOfRun(run);
  const groups: EasingRecord[] = [];
  for (const cycle of [...heard].sort((a, b) => a - b)) {
    const counts = countsInForce(passage, cycle, conventions, run.changes);
    const before = groups.at(-1);
    if (!before || !sameCounts(before.counts, counts))
      groups.push({ fromRound: Math.ceil(cycle / perRound), counts });
  }
  return groups;
}

function strokesRecord(run: LeadRun, passage: StrokePassage, index: number): PassageRecord {
  const turns = new Map<number, TurnRecord>();
  for (const { event, to } of ledEvents(run, index)) {
    const { strokes, cycle, round } = event;
    if (!strokes || cycle === null || round === null || event.airway === 'mouth' || event.airway === 'closed')
      continue;
    const done = event.ticks.filter((tick) => tick < to).length;
    const planned = strokesInForce(passage, cycle, run.changes).strokes;
    const before = turns.get(cycle);
    if (done > (before?.done ?? 0))
      turns.set(cycle, { set: round, airway: event.airway, rate: strokes.rate, planned, done });
  }
  const done = [...turns.values()];
  return {
    kind: 'strokes',
    passageId: passage.id,
    technique: passage.technique,
    cyclesPerRound: passage.turns.length,
    cyclesPlanned: turnsOf(passage),
    cyclesDone: done.filter((turn) => turn.done >= turn.planned).length,
    turns: done,
  };
}

interface Led {
  readonly event: TimelineEvent;
  /** How far its take was led. */
  readonly to: Millis;
}

/** The events of a passage that were begun, in whichever take. */
const ledEvents = (run: LeadRun, passage: number): readonly Led[] =>
  run.takes.flatMap(({ timeline, ledTo }) => {
    const to = ledTo ?? millis(0);
    return timeline.events
      .filter((event) => event.passage === passage && event.from < to)
      .map((event) => ({ event, to }));
  });

const secondsLed = (led: readonly Led[]): Seconds =>
  millisToSeconds(millis(led.reduce((sum, { event, to }) => sum + Math.min(event.to, to) - event.from, 0)));

/** Numbers of the cycles whose last phase was led to its end, in whichever take. */
function cyclesHeard(run: LeadRun, passage: number): ReadonlySet<number> {
  const heard = new Set<number>();
  for (const { timeline, ledTo } of run.takes) {
    const events = timeline.events;
    events.forEach((event, i) => {
      const next = events[i + 1];
      const lastOfCycle = next?.cycle !== event.cycle || next.passage !== event.passage;
      if (event.passage === passage && event.cycle !== null && lastOfCycle && event.to <= (ledTo ?? 0)) {
        heard.add(event.cycle);
      }
    });
  }
  return heard;
}

const naturalRecord = (run: LeadRun, passage: NaturalPassage, index: number): PassageRecord => ({
  kind: 'natural',
  passageId: passage.id,
  technique: passage.technique,
  secondsPlanned: passage.length,
  secondsDone: secondsLed(ledEvents(run, index)),
});
