import type { Timeline, TimelineEvent } from './timeline.js';

/** What of an event is seen or heard, beside how long it is and its locks. */
const BREATHED = [
  'kind',
  'airway',
  'mouth',
  'counts',
  'counting',
  'part',
  'throat',
  'hum',
  'strokes',
] as const satisfies readonly (keyof TimelineEvent)[];

/**
 * Ids of the passages that are breathed otherwise in one of two timelines: by other phases, counts, lengths, sides, strokes or
 * locks, or only in one of them. Where a passage stands, and how it is numbered, makes no difference.
 */
export function differingPassages(first: Timeline, second: Timeline): ReadonlySet<string> {
  const [a, b] = [breathsById(first), breathsById(second)];
  return new Set([...a.keys(), ...b.keys()].filter((id) => a.get(id) !== b.get(id)));
}

/** Everything that is seen or heard of each passage, from its beginning on. */
function breathsById({ passages, events }: Timeline): ReadonlyMap<string, string> {
  const own = passages.map((): unknown[] => []);
  for (const event of events)
    own[event.passage]?.push([
      event.to - event.from,
      event.locks?.locks,
      ...BREATHED.map((key) => event[key]),
    ]);
  return new Map(
    passages.map(({ id, seat, technique }, index) => [id, JSON.stringify([technique, seat, own[index]])]),
  );
}
