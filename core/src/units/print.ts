import type { Counts, Millis, Seconds } from './units.js';

/** Counts as a teacher writes them: 3, 2½, ½. */
export function formatCounts(value: Counts | number): string {
  const whole = Math.floor(value);
  if (value === whole) return String(whole);
  return whole === 0 ? '½' : `${whole}½`;
}

/** Minutes and seconds, whole seconds rounded down: 7:03, 1:02:00. */
export function formatClock(value: Millis | number): string {
  const total = Math.floor(value / 1000 + 1e-6);
  const pad = (n: number): string => String(n).padStart(2, '0');
  const hours = Math.floor(total / 3600);
  const minutes = Math.floor(total / 60) % 60;
  return hours > 0 ? `${hours}:${pad(minutes)}:${pad(total % 60)}` : `${minutes}:${pad(total % 60)}`;
}

/** Seconds with at most `digits` decimals and no trailing zeros: 7.8, 12. */
export const formatSeconds = (value: Seconds | number, digits = 1): string =>
  String(Number(value.toFixed(digits)));
