import type { Naming } from '../technique/index.js';
import type { Timeline } from '../timeline/index.js';
import { seconds, type Millis, type Seconds } from '../units/index.js';
import { timeToSay } from './lexicon.js';
import { callsOf, fitted } from './sayings.js';

/** A cue as it is said, against the time there is for it. */
export interface FittedCue {
  readonly event: number;
  readonly passage: number;
  readonly at: Millis;
  /** What is said where there is time enough. */
  readonly words: string;
  /** Seconds to say it. */
  readonly needed: Seconds;
  /** Seconds until it must have been said. */
  readonly there: Seconds;
  /** What is said instead where it does not fit; empty where only a tone is left. null where it fits. */
  readonly instead: string | null;
}

/** The spoken cues and calls of a session in order, each against its time; those that do not fit are shortened. Domain 10, cue fit. */
export function fitCues(timeline: Timeline, naming: Naming): readonly FittedCue[] {
  return timeline.events.flatMap((event) =>
    callsOf(timeline, event, naming).flatMap((call): FittedCue[] => {
      const { at, before, forms } = call;
      const words = forms[0] ?? '';
      if (words === '') return [];
      const said = fitted(call);
      return [
        {
          event: event.index,
          passage: event.passage,
          at,
          words,
          needed: timeToSay(words),
          there: seconds((before - at) / 1000),
          instead: said === words || call.longer.includes(said) ? null : said,
        },
      ];
    }),
  );
}

/** Each cue that does not fit, once for a passage, with how often it comes. */
export function cuesTooLong(
  timeline: Timeline,
  naming: Naming,
): readonly (FittedCue & { readonly times: number })[] {
  const found = new Map<string, FittedCue & { times: number }>();
  for (const cue of fitCues(timeline, naming)) {
    if (cue.instead === null) continue;
    const key = `${cue.passage} ${cue.words} ${cue.there}`;
    const known = found.get(key);
    if (known) known.times += 1;
    else found.set(key, { ...cue, times: 1 });
  }
  return [...found.values()];
}
