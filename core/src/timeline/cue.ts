import { formatCounts, type Counts } from '../units/index.js';
import { describeFingers, type HandAtNose } from './fingers.js';
import type { Airway, EventKind } from './timeline.js';

/** What is said and what is shown for one event. */
export interface Cue {
  /** "Inhale left", "Hold, both closed". */
  readonly spoken: string;
  /** "inhale left, 4": the event as what comes next. */
  readonly next: string;
  /** What the fingers do as it begins, or null when they stay. */
  readonly fingers: string | null;
}

const AIRWAY_WORDS: Readonly<Record<Airway, string>> = {
  left: 'left',
  right: 'right',
  both: 'through both',
  closed: '',
};

const SPOKEN: Readonly<Record<EventKind, (airway: string) => string>> = {
  inhale: (airway) => `Inhale ${airway}`,
  internalHold: () => 'Hold full',
  exhale: (airway) => `Exhale ${airway}`,
  externalHold: () => 'Hold empty',
  handUp: () => 'Raise the hand',
  freeBreath: () => 'One free breath through both',
  closing: () => 'Hand down, one breath through both',
  natural: () => 'Breathe naturally',
};

/** The cue of an event that follows one with the fingers at `before`. */
export function cueFor(
  kind: EventKind,
  airway: Airway,
  counts: Counts | null,
  before: HandAtNose | null,
  hand: HandAtNose | null,
): Cue {
  const spoken = SPOKEN[kind](AIRWAY_WORDS[airway]).trim();
  const lower = spoken.charAt(0).toLowerCase() + spoken.slice(1);
  return {
    spoken,
    next: counts === null ? lower : `${lower}, ${formatCounts(counts)}`,
    fingers: hand && describeFingers(before, hand),
  };
}
