import type { DayCheck } from '@nuvrah/contract';
import { TODAY_FACTS } from '@nuvrah/core';
import { clockInWords } from '../shell/dates';

/** "Asked at 17:15. Last meal 13:00 · left side freer · calm 5 · hot room." */
export function describeDay(check: DayCheck): string {
  const { lastMealAt, freerNostril, sleep, calm, alert, mood, pulse, facts, note } = check;
  const number = (name: string, value: number | null): string[] =>
    value === null ? [] : [`${name} ${value}`];
  const parts = [
    ...(lastMealAt === null ? ['meal not asked'] : [`last meal ${clockInWords(new Date(lastMealAt))}`]),
    ...(freerNostril === null
      ? []
      : [freerNostril === 'even' ? 'both sides alike' : `${freerNostril} side freer`]),
    ...(sleep === null ? [] : [`sleep ${sleep}`]),
    ...number('calm', calm),
    ...number('alert', alert),
    ...number('mood', mood),
    ...number('pulse', pulse),
    ...facts.map((fact) => TODAY_FACTS[fact]),
    ...(note === '' ? [] : [note]),
  ];
  return `Asked at ${clockInWords(new Date(check.checkedAt))}: ${parts.join(' · ')}.`;
}
