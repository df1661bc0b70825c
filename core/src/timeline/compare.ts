import type { PassageSpan, Timeline } from './timeline.js';

/**
 * Ids of the passages that are breathed otherwise in one of two timelines: by other phases, counts, lengths, sides, strokes or
 * locks, or only in one of them. Where a passage stands, and how it is numbered, makes no difference.
 */
export function differingPassages(first: Timeline, second: Timeline): ReadonlySet<string> {
  const [a, b] = [breathsById(first), breathsById(second)];
  return new Set([...a.keys(), ...b.keys()].filter((id) => a.get(id) !== b.get(id)));
}

/** Of each passage everything of its events that is seen or heard, with times from its beginning. */
function breathsById(timeline: Timeline): ReadonlyMap<string, string> {
  const own = timeline.passages.map((): unknown[] => []);
  for (const {
    passage,
    from,
    to,
    kind,
    airway,
    mouth,
    counts,
    counting,
    part,
    throat,
    hum,
    locks,
    strokes,
  } of timeline.events)
    own[passage]?.push([
      to - from,
      kind,
      airway,
      mouth,
      counts,
      counting,
      part,
      throat,
      hum,
      locks?.locks,
      strokes,
    ]);
  return new Map(
    timeline.passages.map(({ id, seat, technique }: PassageSpan, index) => [
      id,
      JSON.stringify([technique, seat, own[index]]),
    ]),
  );
}
