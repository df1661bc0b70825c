import { eventIndexFrom, PHASE_KINDS, type Timeline, type TimelineEvent } from '@nuvrah/core';
import type { ScoreFlag } from './score-editing';
import { LAYOUT } from './score-layout';
import type { ScoreWindow } from './score-window';

/** What lies under the pointer. */
export type ScoreHit =
  /** The end of a phase. */
  | { readonly kind: 'edge'; readonly index: number }
  /** The end of a passage, above the channels. */
  | { readonly kind: 'end'; readonly passage: number }
  | { readonly kind: 'flag'; readonly flag: ScoreFlag }
  | { readonly kind: 'event'; readonly index: number };

export interface ScorePlace {
  readonly timeline: Timeline;
  readonly window: ScoreWindow;
  readonly width: number;
}

/** Phases narrower than this are too small to be drawn at, in pixels; for a finger it is more. */
const LEAST_WIDTH = 10;

const scaleOf = ({ window, width }: ScorePlace): number => width / (window.to - window.from);
export const xOf = (place: ScorePlace, at: number): number => (at - place.window.from) * scaleOf(place);
export const timeAt = (place: ScorePlace, x: number): number => place.window.from + x / scaleOf(place);

/** How wide a count is at a pace of so many milliseconds. */
export const widthOfCount = (place: ScorePlace, pace: number): number => pace * scaleOf(place);

/** The event at a place, in pixels from the left of the window. */
export const eventIndexAt = (place: ScorePlace, x: number): number =>
  eventIndexFrom(place.timeline, Math.max(0, timeAt(place, x)));

const isPhase = ({ kind, counts }: TimelineEvent): boolean =>
  counts !== null && PHASE_KINDS.some((phase) => phase === kind);

/** Whether an event is the end of its phase: of a breath in parts only the last part is. */
const endsPhase = (timeline: Timeline, index: number): boolean => {
  const event = timeline.events[index];
  return event !== undefined && isPhase(event) && (event.part === null || event.part.index === event.part.of);
};

/**
 * What lies at a point of the score, in pixels of its picture from the left of its window and from its top.
 * @param reach how far from an edge it is still meant, in pixels
 */
export function hitAt(
  place: ScorePlace,
  point: { readonly x: number; readonly y: number },
  flags: readonly ScoreFlag[],
  reach: number,
): ScoreHit {
  const { timeline } = place;
  if (point.y < LAYOUT.hold.from - 4) {
    const flag = flags.find(({ at }) => {
      const left = xOf(place, at);
      return point.x >= left - reach && point.x <= left + LAYOUT.flag.width + reach;
    });
    if (flag && point.y >= LAYOUT.flag.from) return { kind: 'flag', flag };
    const passage = timeline.passages.findIndex(({ to }) => Math.abs(xOf(place, to) - point.x) <= reach + 4);
    if (passage >= 0) return { kind: 'end', passage };
  }
  const under = eventIndexAt(place, point.x);
  const edge = [under, under - 1]
    .filter((index) => endsPhase(timeline, index) && isWide(place, index, reach))
    .map((index) => ({ index, away: Math.abs(xOf(place, timeline.events[index]?.to ?? 0) - point.x) }))
    .sort((a, b) => a.away - b.away)[0];
  return edge && edge.away <= reach ? { kind: 'edge', index: edge.index } : { kind: 'event', index: under };
}

function isWide(place: ScorePlace, index: number, reach: number): boolean {
  const event = place.timeline.events[index];
  return event !== undefined && (event.to - event.from) * scaleOf(place) >= Math.max(LEAST_WIDTH, reach);
}
