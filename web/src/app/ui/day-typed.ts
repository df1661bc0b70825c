import { day, isDay, type Day } from '@nuvrah/core';

/** The date of a date field; null where none, or none that is one, was typed. */
export const dayTyped = (text: string): Day | null => (isDay(text) ? day(text) : null);
