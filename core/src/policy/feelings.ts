/** What is asked before and after alike, 0 to 10. Domain 14. */
export const FELT_ON_SCALE = ['calm', 'alert', 'mood'] as const;

/** How it feels: calm, alert and mood 0 to 10, the pulse a minute; null where it was not told. */
export interface Felt {
  readonly calm: number | null;
  readonly alert: number | null;
  readonly mood: number | null;
  readonly pulse: number | null;
}

/** What a pulse is taken for, beats a minute. */
export const PULSE = { least: 25, most: 220 } as const;

/** By how much more of each was felt after than before; null where one of the two was not told. */
export function feltMore(before: Felt | null, after: Felt | null): Felt {
  const more = (key: keyof Felt): number | null => {
    const [was, is] = [before?.[key] ?? null, after?.[key] ?? null];
    return was === null || is === null ? null : is - was;
  };
  return { calm: more('calm'), alert: more('alert'), mood: more('mood'), pulse: more('pulse') };
}
