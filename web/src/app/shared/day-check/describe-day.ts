import type { DayCheck } from '@nuvrah/contract';
import { TODAY_FACTS, clockInWords, momentFromText, SIDE_NAMES } from '@nuvrah/core';
import { dayWords } from '../../words/day-words';

/** "Asked at 17:15. Last meal 13:00 · left side freer · calm 5 · hot room." */
export function describeDay(check: DayCheck): string {
  const { lastMealAt, freerNostril, sleep, calm, alert, mood, pulse, facts, note } = check;
  const number = (name: string, value: number | null): string[] =>
    value === null ? [] : [`${name} ${value}`];
  const parts = [
    ...(lastMealAt === null
      ? [dayWords.describeDay.mealNotAsked]
      : [dayWords.describeDay.lastMeal(clockInWords(momentFromText(lastMealAt)))]),
    ...(freerNostril === null
      ? []
      : [
          freerNostril === 'even'
            ? dayWords.describeDay.bothSidesAlike
            : dayWords.describeDay.sideFreer(SIDE_NAMES[freerNostril]),
        ]),
    ...(sleep === null ? [] : [dayWords.describeDay.sleep(sleep)]),
    ...number(dayWords.feelings.calm, calm),
    ...number(dayWords.feelings.alert, alert),
    ...number(dayWords.feelings.mood, mood),
    ...number(dayWords.dayCheckForm.pulse, pulse),
    ...facts.map((fact) => TODAY_FACTS[fact]),
    ...(note === '' ? [] : [note]),
  ];
  return dayWords.describeDay.askedAt(clockInWords(momentFromText(check.checkedAt)), parts.join(' · '));
}
