import type { DayCheck } from '@nuvrah/contract';
import { TODAY_FACTS, clockInWords, momentFromText } from '@nuvrah/core';

/** "Asked at 17:15. Last meal 13:00 · left side freer · calm 5 · hot room." */
export function describeDay(check: DayCheck): string {
  const { lastMealAt, freerNostril, sleep, calm, alert, mood, pulse, facts, note } = check;
  const number = (name: string, value: number | null): string[] =>
    value === null ? [] : [`${name} ${value}`];
  const parts = [
    ...(lastMealAt === null ? ['meal not asked'] : [`last meal ${clockInWords(momentFromText(lastMealAt))}`]),
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
  return `Asked at ${clockInWords(momentFromText(check.checkedAt))}: ${parts.join(' · ')}.`;
}
