import {
  formatClock,
  formatCounts,
  formatSeconds,
  millisToSeconds,
  millis,
  type TimelineEvent,
} from '@nuvrah/core';

/** One event of the score in words: "Round 3, inhale left, 6 counts, 6 s, from 0:56." */
export function announceEvent(event: TimelineEvent): string {
  const where = event.round === null ? [] : [`Round ${event.round}`];
  const seconds = formatSeconds(millisToSeconds(millis(event.to - event.from)));
  const counts =
    event.counts === null ? [] : [`${formatCounts(event.counts)} ${event.counts === 1 ? 'count' : 'counts'}`];
  const what =
    where.length > 0
      ? event.cue.spoken.charAt(0).toLowerCase() + event.cue.spoken.slice(1)
      : event.cue.spoken;
  return `${[...where, what, ...counts, `${seconds} s`, `from ${formatClock(event.from)}`].join(', ')}.`;
}
