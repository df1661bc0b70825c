import type { CountedPassage, StrokePassage } from '../session/index.js';
import { counts, countsToHalfMillis } from '../units/index.js';
import type { ScoreWriter, Stretch } from './score-writer.js';
import type { Airway } from './timeline.js';

/** The count down before a first round or strokes, where the passage has one. Domain 13. */
export function writeGetReady(
  score: ScoreWriter,
  stretch: Stretch,
  { getReady = 0, pace }: CountedPassage | StrokePassage,
  airway: Airway = 'both',
): void {
  if (getReady === 0) return;
  const length = counts(getReady);
  score.write(
    { ...stretch, counting: 'down' },
    { kind: 'getReady', airway, counts: length, pace, halfMillis: countsToHalfMillis(length, pace) },
  );
}
