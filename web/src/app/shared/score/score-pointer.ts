import { restingCounts, type TimelineEvent } from '@nuvrah/core';
import type { PhaseDrawing, ScoreEditing, ScoreFlag } from './score-editing';
import { hitAt, timeAt, xOf, type ScoreHit, type ScorePlace } from './score-hits';

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

/** What lies under the pointer; where nothing may be changed, only the phase. */
export function lookAt(place: ScorePlace, point: ScorePoint, editing: ScoreEditing | null): ScoreHit {
  const hit = hitAt(place, point, editing?.flags() ?? [], reachOf(point));
  if (editing) return hit.kind === 'edge' && !drawingAt(place, hit.index, editing) ? eventOf(hit.index) : hit;
  return hit.kind === 'event' ? hit : eventOf(hitAt(place, point, [], 0));
}

const eventOf = (hit: ScoreHit | number): ScoreHit => ({
  kind: 'event',
  index: typeof hit === 'number' ? hit : 'index' in hit ? hit.index : 0,
});

function drawingAt(place: ScorePlace, index: number, editing: ScoreEditing): PhaseDrawing | null {
  const event = place.timeline.events[index];
  return event ? editing.drawing(event) : null;
}

/** What begins where the pointer goes down. */
export function beginWork(place: ScorePlace, point: ScorePoint, editing: ScoreEditing | null): PointerWork {
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
      const drawing = event && editing?.drawing(event);
      if (!event || !drawing) break;
      const begin = xOf(place, event.to) - widthOf(place, drawing.counts, drawing.pace);
      const grip = point.x - xOf(place, event.to);
      return { kind: 'edge', event, drawing, begin, grip, counts: drawing.counts, moved: false };
    }
    case 'event':
      break;
  }
  return { kind: 'pan', x: point.x, moved: false };
}

const widthOf = ({ window, width }: ScorePlace, counts: number, pace: number): number =>
  (counts * pace * width) / (window.to - window.from);

/** The counts to which the end of a phase is drawn. */
export function countsDrawn(
  place: ScorePlace,
  { drawing, begin, grip }: Extract<PointerWork, { kind: 'edge' }>,
  x: number,
): number {
  const drawn = (x - grip - begin) / widthOf(place, 1, drawing.pace);
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
