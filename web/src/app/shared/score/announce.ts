import {
  formatClock,
  formatCounts,
  formatSeconds,
  millisToSeconds,
  millis,
  type Naming,
  type TimelineEvent,
} from '@nuvrah/core';
import { scoreWords } from '../../words/score-words';

/** One event of the score in words: "Round 3, inhale left, 6 counts, 6 s, from 0:56." */
export function announceEvent(event: TimelineEvent, naming: Naming): string {
  const where =
    event.round === null
      ? []
      : [`${event.strokes ? scoreWords.announce.set : scoreWords.announce.round} ${event.round}`];
  const seconds = formatSeconds(millisToSeconds(millis(event.to - event.from)));
  const counts =
    event.counts === null ? [] : [`${formatCounts(event.counts)} ${event.counts === 1 ? 'count' : 'counts'}`];
  const spoken = event.cue.spoken[naming];
  const what = where.length > 0 ? spoken.charAt(0).toLowerCase() + spoken.slice(1) : spoken;
  return `${[...where, what, ...counts, `${seconds} s`, scoreWords.announce.from(formatClock(event.from))].join(', ')}.`;
}
