import { currentTake } from '../leading/index.js';
import type { Asked, PassageSpan, Timeline, TimelineEvent } from '../timeline/index.js';
import { counts, millis, type Millis } from '../units/index.js';
import { voiceWords } from '../words/index.js';
import {
  isLed,
  lanesAlike,
  meetingsOf,
  roundsOfLane,
  TOGETHER,
  type ClassLane,
  type ClassRun,
  type Meeting,
} from './class-run.js';

/**
 * What one voice says to a class, on its clock: what the lane of most says, and where lanes count different numbers the pulse
 * that is common to all, counted on from each meeting, with the lanes that begin there. Domain 16.
 */
export function voiceOfClass(of: ClassRun): Timeline {
  const numbered = lanesAlike(of).flatMap((places, index) =>
    places.flatMap((place) => ({ lane: of.lanes[place] as ClassLane, number: index + 1 })),
  );
  const lanes = numbered.filter(({ lane }) => isLed(lane));
  const meetings = meetingsOf(of);
  const stretches = of.session.passages.flatMap(({ id }) => stretchOf(lanes, id, meetings));
  const events = stretches
    .flatMap(({ events: own }) => own)
    .sort((a, b) => a.from - b.from || a.to - b.to)
    .map((event, index) => ({ ...event, index }));
  const total = millis(Math.max(0, ...events.map(({ to }) => to)));
  return { total, events, passages: stretches.flatMap(({ span }) => span) };
}

/** What is said in a passage of the class, with where it lies. */
interface Stretch {
  readonly events: readonly TimelineEvent[];
  readonly span: readonly PassageSpan[];
}

/** A lane with the number under which it is shown. */
interface NumberedLane {
  readonly lane: ClassLane;
  readonly number: number;
}

function stretchOf(lanes: readonly NumberedLane[], passage: string, all: readonly Meeting[]): Stretch {
  const own = lanes
    .map(({ lane, number }) => ({
      lane,
      number,
      rounds: roundsOfLane(lane).filter((one) => one.passage === passage),
    }))
    .sort((a, b) => b.lane.students.length - a.lane.students.length);
  const counting = own.filter(({ rounds }) => rounds.length > 0);
  const { lane } = counting[0] ?? own[0] ?? {};
  if (!lane) return { events: [], span: [] };
  const { events, passages } = eventsOf(lane, passage);
  const beginAt = (at: Millis): readonly number[] =>
    counting.flatMap(({ number, rounds: begins }) =>
      begins.some((one) => Math.abs(one.at - at) <= TOGETHER) ? [number] : [],
    );
  const meetings = all
    .filter((one) => one.passage === passage)
    .map((meeting) => ({ ...meeting, asked: laneNames(meeting, beginAt(meeting.at)) }));
  const alike = new Set(counting.map(({ rounds }) => rounds.map(({ at }) => at).join())).size === 1;
  const rounds = counting[0]?.rounds ?? [];
  if (counting.length < 2 || alike || meetings.length === 0) return { events, span: passages };
  return {
    events: pulsed(events, meetings, rounds.map(({ event }) => event)[0] ?? null, lane),
    span: passages,
  };
}

/** Who begins at a meeting: by number, where it is not all; else it is said at first, and known after that. */
const laneNames = ({ lanes, of }: Meeting, numbers: readonly number[]): readonly Asked[] =>
  lanes === of
    ? [{ text: voiceWords.allTogether, always: false }]
    : [{ text: voiceWords.lanes([...new Set(numbers)].sort((a, b) => a - b).join(', ')), always: true }];

/** The events of a lane in a passage of the class, and where its passages lie, on the clock of the class. */
function eventsOf({ run, offset, standsFor }: ClassLane, passage: string) {
  const { timeline } = currentTake(run);
  const passages = timeline.passages.filter(({ id }) => (standsFor[id] ?? id) === passage);
  const within = ({ from }: TimelineEvent): boolean =>
    passages.some((one) => one.from <= from && from < one.to);
  const later = (at: Millis): Millis => millis(at + offset);
  return {
    events: timeline.events.filter(within).map((event) => shifted(event, later)),
    passages: passages.map((span) => ({
      ...span,
      from: later(span.from),
      to: later(span.to),
      rounds: span.rounds && { ...span.rounds, from: later(span.rounds.from), to: later(span.rounds.to) },
    })),
  };
}

function shifted(event: TimelineEvent, later: (at: Millis) => Millis): TimelineEvent {
  const { locks } = event;
  return {
    ...event,
    from: later(event.from),
    to: later(event.to),
    ticks: event.ticks.map(later),
    locks: locks && { ...locks, on: later(locks.on), off: later(locks.off) },
  };
}

/** The events of a passage with its rounds as a pulse: counted on from each meeting to the next. */
function pulsed(
  events: readonly TimelineEvent[],
  meetings: readonly (Meeting & Pick<TimelineEvent, 'asked'>)[],
  first: TimelineEvent | null,
  { run }: ClassLane,
): readonly TimelineEvent[] {
  const begins = meetings[0]?.at ?? 0;
  const over = events.findLast(({ section }) => section === 'rounds')?.to ?? begins;
  const passage = run.setup.session.passages[first?.passage ?? 0];
  const pace = passage && passage.kind !== 'natural' ? passage.pace : 1000;
  const [before, last] = meetings.slice(-2);
  const period = before && last ? last.at - before.at : Infinity;
  const pulses = meetings.flatMap(({ at, asked }, index): readonly TimelineEvent[] => {
    const template = events.find((event) => event.section === 'rounds' && event.kind === 'inhale') ?? first;
    if (!template) return [];
    const to = meetings[index + 1]?.at ?? Math.max(at + pace, Math.min(at + period, over));
    const number = Math.floor((to - at) / pace);
    return [
      {
        ...template,
        from: at,
        to: millis(to),
        round: index + 1,
        counts: counts(number),
        counting: 'up',
        ticks: Array.from({ length: number }, (_, tick) => millis(at + tick * pace)),
        part: null,
        lastRound: index === meetings.length - 1,
        asked,
      },
    ];
  });
  const end = pulses.at(-1)?.to ?? begins;
  return [
    ...events.filter(({ from }) => from < begins),
    ...pulses,
    ...events.filter(({ from, section }) => from >= end && section !== 'rounds'),
  ];
}
