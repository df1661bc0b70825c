import { PLAIN_MODIFIERS, type BreathModifiers, type ModifierChoices } from './breath-modifiers.js';
import type { CountedPattern, PartsSpec } from './technique.js';

/** A counted pattern with what most techniques have in common: through the nose, whole breaths, no locks. */
export function counted(
  spec: Pick<CountedPattern, 'routes' | 'ratios' | 'base' | 'start'> & Partial<CountedPattern>,
): CountedPattern {
  return {
    kind: 'counted',
    holds: 'never',
    cycles: { from: 1, to: 200 },
    inhaleThrough: ['nose'],
    exhaleThrough: 'nose',
    parts: { inhale: null, exhale: null },
    turning: { full: 0, empty: 0 },
    between: 0,
    locks: { internalHold: [], externalHold: [] },
    modifierChoices: modifiersFrom(),
    ...spec,
  };
}

export const modifiersFrom = (
  start: Partial<BreathModifiers> = {},
  may: Partial<Omit<ModifierChoices, 'start'>> = {},
): ModifierChoices => ({
  start: { ...PLAIN_MODIFIERS, ...start },
  throatSound: 'never',
  hum: 'never',
  ears: [],
  ...may,
});

/** Thirds with a count of pause between them. */
export const THIRDS: PartsSpec = { parts: 3, pause: 1, atEnd: false, regions: false };
/** Belly, ribs and chest without a pause; reversed on the way out. */
export const REGIONS: PartsSpec = { parts: 3, pause: 0, atEnd: false, regions: true };
