import type { StoredSession } from '@nuvrah/contract';
import { inLanguage, type NextStep, type RungNumbers } from '@nuvrah/core';

/** "4 · 8" and with holds "4 : 8 : 8" where the staircase has little room; the full words stand in the table. */
export function rungInShort(numbers: RungNumbers): string {
  switch (numbers.kind) {
    case 'counts': {
      const { inhale, internalHold, exhale, externalHold } = numbers.counts;
      if (internalHold === 0 && externalHold === 0) return `${inhale} · ${exhale}`;
      return [inhale, internalHold, exhale, ...(externalHold > 0 ? [externalHold] : [])].join(' : ');
    }
    case 'strokes':
      return `${numbers.sets} × ${numbers.strokes}, ${numbers.rate}/min`;
    case 'minutes':
      return `${numbers.minutes} min`;
  }
}

/** What each step is called, and what its button does. */
export const STEPS: Readonly<Record<NextStep, { readonly name: string; readonly action: string }>> =
  inLanguage({
    advance: { name: 'Advance', action: 'advance a rung' },
    stay: { name: 'Stay', action: 'stay on the rung' },
    ease: { name: 'Ease', action: 'go one rung down' },
    check: { name: 'Check anew', action: 'stay, and check the capacity first' },
    suspend: { name: 'Suspended', action: 'suspend until a clearance is on file' },
  });

/** Titles of sessions by their ids, but for the one that climbs. */
export const titlesOf = (
  sessions: readonly StoredSession[],
  climbs: string | null | undefined,
): Readonly<Record<string, string>> =>
  Object.fromEntries(
    sessions.filter(({ id }) => id !== climbs).map(({ id, document }) => [id, document.title]),
  );
