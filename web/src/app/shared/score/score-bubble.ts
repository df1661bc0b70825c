import { formatSeconds } from '@nuvrah/core';
import { scoreWords } from '../../words/score-words';
import type { ScoreEditing } from './score-editing';
import { widthOfCount, xOf, type ScoreHit, type ScorePlace } from './score-hits';
import type { PointerWork } from './score-pointer';

/** Something said at a place of the score, in pixels from the left of its window. */
export interface ScoreBubble {
  readonly x: number;
  readonly text: string;
}

const words = scoreWords.breathScore;

/** What is said while the pointer draws: what it has come to. */
export function bubbleOfWork(
  work: PointerWork,
  place: ScorePlace,
  editing: ScoreEditing,
): ScoreBubble | null {
  switch (work.kind) {
    case 'edge': {
      const { drawing, counts, begin } = work;
      const seconds = formatSeconds((counts * drawing.pace) / 1000, 2);
      return {
        x: begin + counts * widthOfCount(place, drawing.pace),
        text: words.drawn(String(drawing.counts), String(counts), seconds, drawing.scope),
      };
    }
    case 'end':
      return { x: endOf(place, work.passage), text: editing.dosageOf(work.passage) };
    case 'flag': {
      const now = editing.flags().find(({ key }) => key === work.flag.key);
      return now ? { x: xOf(place, now.at), text: now.said } : null;
    }
    case 'pan':
    case 'nothing':
      return null;
  }
}

/** What is said of what lies under the pointer: what drawing it would change. */
export function bubbleOfHit(hit: ScoreHit, place: ScorePlace, editing: ScoreEditing): ScoreBubble | null {
  switch (hit.kind) {
    case 'edge': {
      const event = place.timeline.events[hit.index];
      const drawing = event && editing.drawing(event);
      return drawing ? { x: xOf(place, event.to), text: words.draw(drawing.scope) } : null;
    }
    case 'end':
      return { x: endOf(place, hit.passage), text: words.drawLength(editing.dosageOf(hit.passage)) };
    case 'flag':
      return { x: xOf(place, hit.flag.at), text: hit.flag.said };
    case 'event':
      return null;
  }
}

const endOf = (place: ScorePlace, passage: number): number =>
  xOf(place, place.timeline.passages[passage]?.to ?? 0);

/** Lengths at which the phase that is drawn rests. */
export function stopsOfWork(
  work: PointerWork,
  place: ScorePlace,
): readonly { readonly x: number; readonly wall: boolean; readonly said: string }[] {
  if (work.kind !== 'edge') return [];
  return work.drawing.stops.map(({ counts, because, wall }) => ({
    x: work.begin + counts * widthOfCount(place, work.drawing.pace),
    wall,
    said: words.stops[because],
  }));
}
