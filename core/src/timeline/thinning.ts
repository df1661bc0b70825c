import type { Timeline, TimelineEvent } from './timeline.js';

/** What is left of the sound of an event where a session ends in sleep. */
export interface Thinned {
  /** 0 to 1: what tones and ticks are multiplied by. */
  readonly level: number;
  /** Whether counts are still called, and cues still said. */
  readonly counts: boolean;
  readonly cues: boolean;
}

const WHOLE: Thinned = { level: 1, counts: true, cues: true };
const SILENT: Thinned = { level: 0, counts: false, cues: false };
/** The hand that is still up goes down. */
const HAND_DOWN: Thinned = { level: 0.1, counts: false, cues: false };

/** Shares of the rounds after which counts, and then cues, are said no more. */
const COUNTS_UNTIL = 1 / 3;
const CUES_UNTIL = 2 / 3;

/**
 * Sleep ending: the sound thins round by round in the last passage that has rounds, first without counts, then without words,
 * and nothing sounds after it. Domain 13.
 */
export function thinned({ thins, passages }: Timeline, event: TimelineEvent): Thinned {
  if (thins === undefined || event.passage < thins) return WHOLE;
  if (event.passage > thins || event.section === 'own-pace') return SILENT;
  if (event.section === 'closing') return HAND_DOWN;
  if (event.round === null) return event.section === 'quiet' || event.section === 'ask' ? SILENT : WHOLE;
  const span = passages.find(({ from, to }) => from <= event.from && event.from < to)?.rounds;
  const rounds = span ? Math.ceil(span.cycles / span.cyclesPerRound) : 1;
  const gone = (event.round - 1) / rounds;
  return { level: 1 - gone, counts: gone < COUNTS_UNTIL, cues: gone < CUES_UNTIL };
}
