import type { Conventions } from '../conventions/index.js';
import { numbersFromCounts } from '../ratio/index.js';
import { passageOfRecord, untaughtSession, type Passage, type Session, type Side } from '../session/index.js';
import { compileSession, type LiveChange, type Timeline } from '../timeline/index.js';
import { millis, type Millis } from '../units/index.js';
import { endedAt, isBegun, type AddedRecord, type LeadRecord, type PassageRecord } from './record.js';

/** What was led: the session as it was then, the closing hand, and the conventions in force. */
export interface LedSession {
  readonly session: Session;
  readonly hand: Side;
  readonly conventions: Conventions;
}

/**
 * What was really done, as a timeline beside the planned one: passages that were begun, with the rounds that were done, the
 * counts they were led with, open holds and natural breathing as long as they were, and the strokes that were done. Pauses are
 * left out, and so are what was explained or tried, and the counted breath in which it was stopped.
 */
export function doneTimeline(
  { session: planned, hand, conventions }: LedSession,
  record: Pick<LeadRecord, 'outcome' | 'passages' | 'added'>,
): Timeline {
  const session = untaughtSession(planned);
  const timelinePlanned = compileSession(session, { hand }, conventions);
  const done = session.passages.flatMap((passage) => {
    const told = record.passages.find(({ passageId }) => passageId === passage.id);
    const itself = told && isBegun(told) ? [{ passage, told }] : [];
    return [...itself, ...putInAfter(passage, record.added ?? [])];
  });
  const changes = done.flatMap(({ passage, told }) => changesOf(passage, told, timelinePlanned));
  const passages = done.map(({ passage, told }) => asLongAs(passage, told));
  const plan = { changes, from: null, open: 'expected' } as const;
  const timeline = compileSession({ ...session, passages }, { hand }, conventions, plan);
  if (record.outcome === 'finished') return timeline;
  return cutAt(
    timeline,
    stoppedAt(
      done.map(({ told }) => told),
      timeline,
    ),
  );
}

interface Done {
  readonly passage: Passage;
  readonly told: PassageRecord;
}

/** What was put in after a passage, and after that, in the same seat. */
function putInAfter(before: Passage, added: readonly AddedRecord[]): readonly Done[] {
  return added
    .filter(({ after }) => after === before.id)
    .flatMap((told): readonly Done[] => {
      const put = passageOfRecord(told);
      if (!put) return [];
      const passage = { ...put, seat: before.seat };
      return [{ passage, told }, ...putInAfter(passage, added)];
    });
}

/** Where what was done ends: with the last stroke, or with the last breath that was whole. */
function stoppedAt(passages: readonly PassageRecord[], timeline: Timeline): Millis {
  const strokes = timeline.events.findLast(({ kind }) => kind === 'strokes');
  return passages.at(-1)?.kind === 'strokes' && strokes ? strokes.to : endedAt({ passages }, timeline);
}

/** Natural breathing and minutes at one's own pace, as long as they were. */
function asLongAs(passage: Passage, told: PassageRecord): Passage {
  if (passage.kind === 'natural' && told.kind === 'natural')
    return { ...passage, length: told.secondsDone, untilTap: false };
  if (passage.kind === 'counted' && told.kind === 'counted') return { ...passage, ownPace: told.secondsDone };
  return passage;
}

/** The record of a passage as changes of what was written, as they were made while leading. */
function changesOf({ id }: Passage, told: PassageRecord, planned: Timeline): LiveChange[] {
  switch (told.kind) {
    case 'natural':
      return [];
    case 'strokes': {
      const turns = told.turns.map(({ done: strokes, rate }, index) => ({
        strokes,
        rate,
        turn: index + 1,
      }));
      return [
        { kind: 'end-after', passageId: id, cycle: Math.max(1, told.turns.length) },
        ...turns.map(({ strokes, rate, turn }): LiveChange => ({
          kind: 'ease-strokes',
          passageId: id,
          fromCycle: turn,
          strokes,
          rate,
        })),
      ];
    }
    case 'counted':
      return [
        ...endOfRounds(id, told),
        ...told.easings.map(({ fromRound, counts }): LiveChange => ({
          kind: 'ease',
          passageId: id,
          fromCycle: (fromRound - 1) * told.cyclesPerRound + 1,
          numbers: numbersFromCounts(counts),
        })),
        ...openHoldsOf(id, told.openHolds, planned),
      ];
  }
}

const endOfRounds = (
  passageId: string,
  { cyclesDone, cyclesPlanned }: Extract<PassageRecord, { kind: 'counted' }>,
): LiveChange[] =>
  cyclesDone === cyclesPlanned ? [] : [{ kind: 'end-after', passageId, cycle: cyclesDone }];

/** Open holds in their order, each as long as it was; more rounds than planned have as many holds each. */
function openHoldsOf(
  passageId: string,
  holds: Extract<PassageRecord, { kind: 'counted' }>['openHolds'],
  planned: Timeline,
): LiveChange[] {
  const index = planned.passages.findIndex(({ id }) => id === passageId);
  const open = planned.events.filter(
    (event) => event.passage === index && event.open !== null && event.kind !== 'quiet',
  );
  return holds.flatMap((length, at): LiveChange[] => {
    const event = open[at];
    return event?.cycle === null || event === undefined
      ? []
      : [{ kind: 'ended', passageId, cycle: event.cycle, event: event.kind, after: millis(length * 1000) }];
  });
}

/** Events up to a moment, and the passages that have one. */
function cutAt({ events, passages, ...rest }: Timeline, end: Millis): Timeline {
  const kept = events.filter(({ to }) => to <= end);
  const last = kept.at(-1)?.passage ?? -1;
  return {
    ...rest,
    total: end,
    events: kept,
    passages: passages.slice(0, last + 1).map((span) => ({ ...span, to: millis(Math.min(span.to, end)) })),
  };
}
