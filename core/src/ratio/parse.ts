import { failure, success, type Result } from '../result.js';
import { counts } from '../units/index.js';
import { mapPhases, reduceParts, type Numbers, type PhaseKind, type Ratio } from './ratio.js';
import { ratioWords } from '../words/index.js';

export type RatioProblem =
  | { readonly code: 'ratio-empty' }
  | { readonly code: 'ratio-part-count'; readonly found: number }
  | { readonly code: 'ratio-part-missing'; readonly position: number }
  | { readonly code: 'ratio-not-a-number'; readonly part: string }
  | { readonly code: 'ratio-too-fine'; readonly part: string }
  | { readonly code: 'ratio-negative'; readonly part: string }
  | { readonly code: 'ratio-too-large'; readonly part: string }
  | { readonly code: 'ratio-no-breath'; readonly phase: 'inhale' | 'exhale' };

/** Largest number accepted for one part. */
export const LARGEST_PART = 100;

const SHORT_FORMS: Readonly<Record<number, readonly PhaseKind[]>> = {
  2: ['inhale', 'exhale'],
  3: ['inhale', 'internalHold', 'exhale'],
  4: ['inhale', 'internalHold', 'exhale', 'externalHold'],
};

export interface ParsedRatio {
  readonly ratio: Ratio;
  /**
   * What the text says when it is read as counts. 4:16:8 is not in lowest terms, so it can only have been meant as
   * counts; 1:4:2 is a proportion and gives null.
   */
  readonly asCounts: Numbers | null;
}

/**
 * Reads a ratio: two parts are in:out, three in:hold:out, four in:hold:out:empty. Parts may have halves (2.5, 2½).
 * @returns the proportion in lowest terms, or the problem with the part it concerns.
 */
export function parseRatio(text: string): Result<ParsedRatio, RatioProblem> {
  const trimmed = text.trim();
  if (trimmed === '') return failure({ code: 'ratio-empty' });
  const texts = trimmed.split(/\s*[:/]\s*|\s+/);
  const missing = texts.indexOf('');
  if (missing >= 0) return failure({ code: 'ratio-part-missing', position: missing + 1 });
  const values: number[] = [];
  for (const part of texts) {
    const value = parsePart(part);
    if (!value.ok) return value;
    values.push(value.value);
  }
  const order = SHORT_FORMS[values.length];
  if (!order) return failure({ code: 'ratio-part-count', found: values.length });
  const parts = mapPhases((kind) => values[order.indexOf(kind)] ?? 0);
  if (parts.inhale === 0) return failure({ code: 'ratio-no-breath', phase: 'inhale' });
  if (parts.exhale === 0) return failure({ code: 'ratio-no-breath', phase: 'exhale' });
  const { ratio, factor } = reduceParts(parts);
  const inHalves = Object.values(parts).every((part) => Number.isInteger(part * 2));
  return success({ ratio, asCounts: factor > 1 && inHalves ? { ratio, base: counts(parts.inhale) } : null });
}

function parsePart(part: string): Result<number, RatioProblem> {
  const text = part.replace(',', '.').replace(/^(-?\d*)½$/, (_, whole: string) => `${whole || '0'}.5`);
  if (!/^-?(\d+\.?\d*|\.\d+)$/.test(text)) return failure({ code: 'ratio-not-a-number', part });
  const value = Number(text);
  if (value < 0) return failure({ code: 'ratio-negative', part });
  if (value > LARGEST_PART) return failure({ code: 'ratio-too-large', part });
  if (Math.abs(value * 100 - Math.round(value * 100)) > 1e-9)
    return failure({ code: 'ratio-too-fine', part });
  return success(value);
}

/** One plain sentence that says what is wrong and what to type instead. */
export function describeRatioProblem(problem: RatioProblem): string {
  switch (problem.code) {
    case 'ratio-empty':
      return ratioWords.parse.empty;
    case 'ratio-part-count':
      return problem.found < 2 ? ratioWords.parse.tooFewParts : ratioWords.parse.tooManyParts;
    case 'ratio-part-missing':
      return ratioWords.parse.partMissing(problem.position);
    case 'ratio-not-a-number':
      return ratioWords.parse.isNotANumber(problem.part);
    case 'ratio-too-fine':
      return ratioWords.parse.tooFine(problem.part);
    case 'ratio-negative':
      return ratioWords.parse.belowZero(problem.part);
    case 'ratio-too-large':
      return ratioWords.parse.tooLarge(problem.part, LARGEST_PART);
    case 'ratio-no-breath':
      return ratioWords.parse.mustBeAboveZero(problem.phase);
  }
}
