import { STROKE_NAMES, techniqueOf, type Range } from '../technique/index.js';
import type { SessionProblem, SessionProblemCode } from './problem.js';
import type { StrokePassage } from './session.js';

/** The problems of a stroke passage, with pointers into it. */
export function checkStrokes(passage: StrokePassage): readonly SessionProblem[] {
  const { pattern, names } = techniqueOf(passage.technique);
  if (pattern.kind !== 'strokes') {
    const message = `${names.english} has no strokes: choose another technique or its own form.`;
    return [{ code: 'wrong-kind', pointer: '/technique', message }];
  }
  const problems: SessionProblem[] = [];
  const within = (
    code: SessionProblemCode,
    pointer: string,
    value: number,
    { from, to }: Range,
    unit: string,
  ): void => {
    if (value >= from && value <= to) return;
    const nearest = value < from ? from : to;
    const message = `${names.english} goes from ${from} to ${to} ${unit}, not ${value}: use ${nearest}.`;
    problems.push({ code, pointer, message });
  };
  if (passage.stroke !== pattern.stroke) {
    const message = `${names.english} has strokes that are ${STROKE_NAMES[pattern.stroke]}: take those, or another technique.`;
    problems.push({ code: 'stroke-not-here', pointer: '/stroke', message });
  }
  within('rate-out-of-range', '/rate', passage.rate, pattern.rate, 'strokes a minute');
  within('strokes-out-of-range', '/strokes', passage.strokes, pattern.strokes, 'strokes a turn');
  within('sets-out-of-range', '/sets', passage.sets, pattern.sets, 'sets');
  if (new Set(passage.turns).size !== passage.turns.length) {
    const message = 'A set has the same turn twice: take one out.';
    problems.push({ code: 'turn-repeated', pointer: '/turns', message });
  }
  const { rateRamp: ramp } = passage;
  if (ramp) {
    within('rate-out-of-range', '/rateRamp/to', ramp.to, pattern.rate, 'strokes a minute');
    const way = ramp.to - passage.rate;
    if (ramp.by === 0 || way === 0 || Math.sign(ramp.by) !== Math.sign(way) || ramp.every >= passage.sets) {
      const message = `This ramp never moves in ${passage.sets} sets from ${passage.rate} towards ${ramp.to} a minute: use a step every set, and more than one set.`;
      problems.push({ code: 'ramp-stands-still', pointer: '/rateRamp', message });
    } else if (way % ramp.by !== 0) {
      const nearest = passage.rate + ramp.by * Math.max(1, Math.floor(way / ramp.by));
      const message = `Steps of ${ramp.by} from ${passage.rate} pass ${ramp.to} without meeting it: the nearest limit is ${nearest}.`;
      problems.push({ code: 'ramp-misses-limit', pointer: '/rateRamp/to', message });
    }
  }
  return problems;
}
