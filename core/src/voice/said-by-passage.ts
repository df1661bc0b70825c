import type { Naming } from '../technique/index.js';
import { eventIndexAt, type Timeline } from '../timeline/index.js';
import type { Millis } from '../units/index.js';
import { sayingsOf, type VoiceChoice } from './sayings.js';

/** Something that is said in a passage, when it is first, and how often in all. */
export interface SaidInPassage {
  readonly at: Millis;
  readonly words: string;
  readonly times: number;
}

/** What is said in each passage beside the counts, in the order in which it is first: what repeats is told once. */
export function saidByPassage(
  timeline: Timeline,
  choice: VoiceChoice,
  naming: Naming,
): readonly (readonly SaidInPassage[])[] {
  const passages = timeline.passages.map(() => new Map<string, SaidInPassage>());
  for (const { kind, at, words } of sayingsOf(timeline, choice, naming)) {
    const event = timeline.events[eventIndexAt(timeline, at)];
    const span =
      event && timeline.passages.findIndex(({ from, to }) => from <= event.from && event.from < to);
    const said = span === undefined ? undefined : passages[span];
    if (kind === 'count' || !said) continue;
    const before = said.get(words);
    said.set(words, { at: before?.at ?? at, words, times: (before?.times ?? 0) + 1 });
  }
  return passages.map((said) => [...said.values()]);
}
