import type { CountedPattern } from './technique.js';

/** A hold after the inhale, or after the exhale. */
export type HoldKind = 'internalHold' | 'externalHold';
export const HOLD_KINDS: readonly HoldKind[] = ['internalHold', 'externalHold'];

/** The holds that a technique may have. */
export const holdsAllowedBy = ({ holds }: Pick<CountedPattern, 'holds'>): readonly HoldKind[] =>
  holds === 'both' ? HOLD_KINDS : holds === 'internal' ? ['internalHold'] : [];
