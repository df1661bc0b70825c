import { STROKE_NAMES, techniqueOf, type Range } from '../technique/index.js';
import type { SessionProblem, SessionProblemCode } from './problem.js';
import type { StrokePassage } from './session.js';
import { sessionWords } from '../words/index.js';

/** The problems of a stroke passage, with pointers into it. */
export function checkStrokes(passage: StrokePassage): readonly SessionProblem[] {
  const { pattern, names } = techniqueOf(passage.technique);
  if (pattern.kind !== 'strokes') {
    const message = sessionWords.checkStrokes.noStrokesHere(names.english);
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
    const message = sessionWords.checkStrokes.rangeNotHere(names.english, from, to, unit, value, nearest);
    problems.push({ code, pointer, message });
  };
  if (passage.stroke !== pattern.stroke) {
    const message = sessionWords.checkStrokes.strokeNotHere(names.english, STROKE_NAMES[pattern.stroke]);
    problems.push({ code: 'stroke-not-here', pointer: '/stroke', message });
  }
  within('rate-out-of-range', '/rate', passage.rate, pattern.rate, sessionWords.checkStrokes.strokesAMinute);
  within(
    'strokes-out-of-range',
    '/strokes',
    passage.strokes,
    pattern.strokes,
    sessionWords.checkStrokes.strokesATurn,
  );
  within('sets-out-of-range', '/sets', passage.sets, pattern.sets, 'sets');
  if (new Set(passage.turns).size !== passage.turns.length) {
    const message = sessionWords.checkStrokes.turnTwice;
    problems.push({ code: 'turn-repeated', pointer: '/turns', message });
  }
  const { ownPaceFrom = 1, sets } = passage;
  if (ownPaceFrom > sets) {
    const message = sessionWords.checkStrokes.ownPaceNeverComes(ownPaceFrom, sets);
    problems.push({ code: 'own-pace-never-comes', pointer: '/ownPaceFrom', message });
  }
  const { strokesATurn, strokesAMinute } = sessionWords.checkStrokes;
  const changes = [
    ['strokes-out-of-range', 'strokesRamp', passage.strokes, pattern.strokes, strokesATurn],
    ['rate-out-of-range', 'rateRamp', passage.rate, pattern.rate, strokesAMinute],
  ] as const;
  for (const [code, key, start, range, unit] of changes) {
    const ramp = passage[key];
    if (!ramp) continue;
    within(code, `/${key}/to`, ramp.to, range, unit);
    const way = ramp.to - start;
    if (ramp.by === 0 || way === 0 || Math.sign(ramp.by) !== Math.sign(way) || ramp.every >= sets) {
      const message = sessionWords.checkStrokes.rampNeverMoves(sets, start, ramp.to, unit);
      problems.push({ code: 'ramp-stands-still', pointer: `/${key}`, message });
    } else if (way % ramp.by !== 0) {
      const nearest = start + ramp.by * Math.max(1, Math.floor(way / ramp.by));
      const message = sessionWords.checkStrokes.stepsPassLimit(ramp.by, start, ramp.to, nearest);
      problems.push({ code: 'ramp-misses-limit', pointer: `/${key}/to`, message });
    }
  }
  return problems;
}
