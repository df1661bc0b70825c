import { formatClock, formatCounts } from '@nuvrah/core';
import type { NumberForm } from './number-field';
import { kitWords } from '../words/kit-words';

/** A plain number; a comma is read as a point and ½ as a half. */
function readNumber(text: string): number | null {
  const plain = text
    .trim()
    .replace(',', '.')
    .replace(/^(\d*)½$/, (_, whole: string) => `${whole || '0'}.5`);
  return /^(\d+\.?\d*|\.\d+)$/.test(plain) ? Number(plain) : null;
}

const only = (accept: (value: number) => boolean) => (text: string) => {
  const value = readNumber(text);
  return value !== null && accept(value) ? value : null;
};

export const countsForm: NumberForm = {
  print: formatCounts,
  read: only((value) => Number.isInteger(value * 2)),
  hint: kitWords.numberForms.countsGoInHalves,
};

export const breathForm: NumberForm = { ...countsForm, hint: kitWords.numberForms.fromTo100Counts };

/** Rounds; halves exist only where the convention adds them, and are not typed. */
export const roundsForm: NumberForm = {
  print: formatCounts,
  read: only(Number.isInteger),
  hint: kitWords.numberForms.wholeRoundsFrom1,
};

/** Rounds that were done, a half one too. */
export const halfRoundsForm: NumberForm = { ...countsForm, hint: kitWords.numberForms.roundsGoInHalves };

/** Pace in seconds a count; the value is in whole milliseconds. */
export const paceForm: NumberForm = {
  print: (value) => (value / 1000).toFixed(3).replace(/0$/, ''),
  read: (text) => {
    const value = readNumber(text);
    return value === null ? null : Math.round(value * 1000);
  },
  hint: kitWords.numberForms.paceRange,
};

/** Minutes and seconds; the value is in milliseconds. 7:30, or 7.5 for minutes. */
const minutes = (hint: string): NumberForm => ({
  print: formatClock,
  read: (text) => {
    const [, minutes, seconds] = /^(\d+):([0-5]?\d)$/.exec(text.trim()) ?? [];
    if (minutes !== undefined && seconds !== undefined)
      return (Number(minutes) * 60 + Number(seconds)) * 1000;
    const value = readNumber(text);
    return value === null ? null : Math.round(value * 60_000);
  },
  hint,
});

export const roundsTimeForm = minutes(kitWords.numberForms.minutesForExample10);
export const restForm = minutes(kitWords.numberForms.minutesForExample1);

/** Beats a minute. */
export const pulseForm: NumberForm = {
  print: String,
  read: only(Number.isInteger),
  hint: kitWords.numberForms.pulseRange,
};

/** Whole numbers of something, between limits. */
export const wholeForm = (from: number, to: number, unit: string): NumberForm => ({
  print: String,
  read: only(Number.isInteger),
  hint: kitWords.numberForms.fromTo(from, to, unit),
});

/** Seconds in halves, between limits. */
export const secondsForm = (from: number, to: number): NumberForm => ({
  print: (value) => String(value),
  read: only((value) => Number.isInteger(value * 2)),
  hint: kitWords.numberForms.secondsRange(from, to),
});

/** Minutes before (below zero) or after something, between limits. */
export const offsetForm = (most: number): NumberForm => ({
  print: (value) => String(value).replace('-', '−'),
  read: (text) => {
    const value = readNumber(text.replace(/^\s*[-−+]/, ''));
    return value !== null && Number.isInteger(value) ? (/^\s*[-−]/.test(text) ? -value : value) : null;
  },
  hint: kitWords.numberForms.fromTo(-most, most, kitWords.numberForms.minutes),
});

/** A part of a whole, in hundredths. */
export const shareForm = (from: number, to: number): NumberForm => ({
  print: String,
  read: only((value) => Number.isInteger(Number((value * 100).toFixed(6)))),
  hint: kitWords.numberForms.fromTo(from, to, ''),
});

/** Counts in halves that may also be taken away: a step. */
export const stepForm: NumberForm = {
  print: (value) => (value < 0 ? `−${formatCounts(-value)}` : `+${formatCounts(value)}`),
  read: (text) => {
    const sign = /^\s*[-−]/.test(text) ? -1 : 1;
    const value = readNumber(text.replace(/^\s*[-−+]/, ''));
    return value !== null && Number.isInteger(value * 2) ? sign * value : null;
  },
  hint: kitWords.numberForms.stepForm,
};
