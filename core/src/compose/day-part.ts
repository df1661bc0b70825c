import { hourAt } from '../units/index.js';
import { techniqueOf, type Feature, type Goal, type TechniqueId } from '../technique/index.js';
import { inLanguage } from '../language.js';

export type DayPart = 'morning' | 'daytime' | 'evening';
export const DAY_PARTS: Readonly<Record<DayPart, string>> = inLanguage({
  morning: 'morning',
  daytime: 'daytime',
  evening: 'evening',
});

/** Hours at which a part of the day begins; the night before the morning still is evening. */
const BEGINS = { morning: 4, daytime: 11, evening: 17 } as const;

/** The part of the day at a moment, milliseconds since 1970, where somebody lives. */
export function dayPartAt(now: number, zone: string): DayPart {
  const hour = hourAt(now, zone);
  if (hour < BEGINS.morning || hour >= BEGINS.evening) return 'evening';
  return hour < BEGINS.daytime ? 'morning' : 'daytime';
}

/** Goals that are better served earlier in the day. Domain 10, goal fit. */
export const SERVED_BY_DAY: readonly Goal[] = ['energise', 'mood'];

const STIRRING: readonly Feature[] = ['energising', 'heating', 'forceful'];
/** What is left in the evening of how well something that stirs up serves its goals. */
const STIRRING_IN_THE_EVENING = 0.5;

/** What the time of day leaves of how well a technique serves its goals, 0 to 1. Domain 10: energising belongs earlier in the day. */
export const fitAtTime = (technique: TechniqueId, part: DayPart | undefined): number =>
  part === 'evening' && techniqueOf(technique).features.some((feature) => STIRRING.includes(feature))
    ? STIRRING_IN_THE_EVENING
    : 1;
