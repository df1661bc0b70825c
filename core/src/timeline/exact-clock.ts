import { type Millis } from '../units/index.js';

/** The state of a clock at a moment. */
export interface ClockReading {
  readonly halfMillis: number;
  readonly strokes: ReadonlyMap<number, number>;
  readonly strokeMillis: number;
}

/** Whole milliseconds from one reading to another, where every moment after them is as far apart; null where rounding differs. */
export function wholeMillisBetween(before: ClockReading, now: ClockReading): number | null {
  const sameStrokes =
    before.strokes.size === now.strokes.size &&
    [...before.strokes].every(([rate, number]) => now.strokes.get(rate) === number);
  const halves = now.halfMillis - before.halfMillis;
  return sameStrokes && halves % 2 === 0 ? halves / 2 : null;
}

/**
 * Time summed exactly from the session's start: counts and seconds in whole half milliseconds, strokes as a number for
 * each rate, because a stroke at 70 a minute is no whole number of milliseconds. Rounded only when it is read.
 */
export class ExactClock {
  private halfMillis = 0;
  private readonly strokes = new Map<number, number>();
  /** The strokes' share, kept up with them: summing the map for each reading would cost more than all the rest. */
  private strokeMillis = 0;

  /** Moment in milliseconds, with fractions. */
  get exact(): number {
    return this.halfMillis / 2 + this.strokeMillis;
  }

  /** The moment so many half milliseconds from now, rounded to whole milliseconds. */
  at(halfMillis = 0): Millis {
    return roundUpHalf(this.exact + halfMillis / 2);
  }

  /** The moment at which a stroke counted from 0 begins, if strokes at this rate (a minute) begin now. */
  atStroke(stroke: number, rate: number): Millis {
    return roundUpHalf(this.exact + (stroke * 60_000) / rate);
  }

  /** What it reads now, to be set to again. */
  reading(): ClockReading {
    return { halfMillis: this.halfMillis, strokes: new Map(this.strokes), strokeMillis: this.strokeMillis };
  }

  set({ halfMillis, strokes, strokeMillis }: ClockReading): void {
    this.halfMillis = halfMillis;
    this.strokes.clear();
    for (const [rate, number] of strokes) this.strokes.set(rate, number);
    this.strokeMillis = strokeMillis;
  }

  pass(halfMillis: number): void {
    this.halfMillis += halfMillis;
  }

  passStrokes(number: number, rate: number): void {
    this.strokes.set(rate, (this.strokes.get(rate) ?? 0) + number);
    let sum = 0;
    for (const [at, strokes] of this.strokes) sum += (strokes * 60_000) / at;
    this.strokeMillis = sum;
  }
}

/** Halves up; the allowance keeps a sum of thirds from falling just below a half. */
const roundUpHalf = (value: number): Millis => Math.floor(value + 0.5 + 1e-7) as Millis;
