import { millis, type Millis } from '../units/index.js';
import type { PassageSpan, Timeline, TimelineEvent } from './timeline.js';

/**
 * A timeline so many times as fast: every moment in it comes sooner, the events stay what they are. To rehearse by; nothing is
 * screened or kept from it.
 *
 * @param speed over 0; 2 is twice as fast.
 */
export function atSpeed(timeline: Timeline, speed: number): Timeline {
  if (speed === 1) return timeline;
  const sooner = (moment: Millis): Millis => millis(Math.round(moment / speed));
  const passage = (span: PassageSpan): PassageSpan => ({
    ...span,
    from: sooner(span.from),
    to: sooner(span.to),
    rounds: span.rounds && { ...span.rounds, from: sooner(span.rounds.from), to: sooner(span.rounds.to) },
  });
  const event = (one: TimelineEvent): TimelineEvent => ({
    ...one,
    from: sooner(one.from),
    to: sooner(one.to),
    ticks: one.ticks.map(sooner),
    locks: one.locks && { ...one.locks, on: sooner(one.locks.on), off: sooner(one.locks.off) },
    open: one.open && {
      expected: sooner(one.open.expected),
      least: sooner(one.open.least),
      cap: sooner(one.open.cap),
    },
    asked: one.asked.map((asked) =>
      asked.after === undefined ? asked : { ...asked, after: sooner(asked.after) },
    ),
  });
  return {
    ...timeline,
    total: sooner(timeline.total),
    passages: timeline.passages.map(passage),
    events: timeline.events.map(event),
  };
}
