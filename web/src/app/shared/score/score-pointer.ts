import { restingCounts, type TimelineEvent } from '@nuvrah/core';
import type { PhaseDrawing, ScoreEditing, ScoreFlag } from './score-editing';
import { hitAt, timeAt, widthOfCount, xOf, type ScoreHit, type ScorePlace } from './score-hits';

/** How far a pointer moves before it draws, in pixels: less is a press. */
const PRESS_SLACK = 4;
const REACH = { mouse: 6, touch: 20 } as const;

/** A point of the score's picture, and what points at it. */
export interface ScorePoint {
  readonly x: number;
  readonly y: number;
  readonly fine: boolean;
}

/** What the pointer is about to do, or does. */
export type PointerWork =
  | { readonly kind: 'nothing' }
  | { readonly kind: 'pan'; readonly x: number; readonly moved: boolean }
  | {
      readonly kind: 'edge';
      readonly event: TimelineEvent;
      readonly drawing: PhaseDrawing;
      /** Where the phase begins and where on its end the pointer took it, in pixels. */
      readonly begin: number;
      readonly grip: number;
      readonly counts: number;
      readonly moved: boolean;
    }
  | {
      readonly kind: 'end';
      readonly passage: number;
      readonly grip: number;
      readonly x: number;
      readonly moved: boolean;
    }
  | { readonly kind: 'flag'; readonly flag: ScoreFlag; readonly x: number; readonly moved: boolean };

export const NO_WORK: PointerWork = { kind: 'nothing' };

const reachOf = ({ fine }: ScorePoint): number => (fine ? REACH.mouse : REACH.touch);

/** What lies under the pointer; the end of a phase only where its length can be drawn. */
export function lookAt(place: ScorePlace, point: ScorePoint, editing: ScoreEditing): ScoreHit {
  const hit = hitAt(place, point, editing.flags(), reachOf(point));
  if (hit.kind !== 'edge') return hit;
  const event = place.timeline.events[hit.index];
  return event && editing.drawing(event) ? hit : { kind: 'event', index: hit.index };
}

/** What begins where the pointer goes down. */
export function beginWork(place: ScorePlace, point: ScorePoint, editing: ScoreEditing | null): PointerWork {
  const moving: PointerWork = { kind: 'pan', x: point.x, moved: false };
  if (!editing) return moving;
  const hit = lookAt(place, point, editing);
  switch (hit.kind) {
    case 'flag':
      return { kind: 'flag', flag: hit.flag, x: point.x, moved: false };
    case 'end': {
      const end = xOf(place, place.timeline.passages[hit.passage]?.to ?? 0);
      return { kind: 'end', passage: hit.passage, grip: point.x - end, x: point.x, moved: false };
    }
    case 'edge': {
      const event = place.timeline.events[hit.index];
      const drawing = event && editing.drawing(event);
      if (!drawing) return moving;
      const begin = xOf(place, event.to) - drawing.counts * widthOfCount(place, drawing.pace);
      const grip = point.x - xOf(place, event.to);
      return { kind: 'edge', event, drawing, begin, grip, counts: drawing.counts, moved: false };
    }
    case 'event':
      return moving;
  }
}

/** The counts to which the end of a phase is drawn. */
export function countsDrawn(
  place: ScorePlace,
  { drawing, begin, grip }: Extract<PointerWork, { kind: 'edge' }>,
  x: number,
): number {
  const drawn = (x - grip - begin) / widthOfCount(place, drawing.pace);
  return Math.max(0, restingCounts(drawn, drawing.counts, drawing.stops, drawing.by));
}

/** Whether the pointer has moved so far that it draws. */
export const hasMoved = (from: number, to: number): boolean => Math.abs(to - from) >= PRESS_SLACK;

/** The length to which a passage is drawn, in milliseconds. */
export const lengthDrawn = (
  place: ScorePlace,
  { passage, grip }: Extract<PointerWork, { kind: 'end' }>,
  x: number,
): number => timeAt(place, x - grip) - (place.timeline.passages[passage]?.from ?? 0);
