import { formatCounts } from '../units/index.js';
import { isHold, PHASE_KINDS, type PhaseCounts, type PhaseKind, type Ratio } from './ratio.js';
import { ratioWords } from '../words/index.js';

/** The short words that label the four phases on screen. */
export const PHASE_LABELS: Readonly<Record<PhaseKind, string>> = ratioWords.labels;

/** The full names of the four phases. */
export const PHASE_NAMES: Readonly<Record<PhaseKind, string>> = ratioWords.names;

/**
 * A ratio or its counts in full with labels: "in 4 · hold 16 · out 8 · empty 0". This is how a ratio that is typed is
 * echoed; `compact` ("1:4:2:0", always four parts) is for a field that is labelled beside it.
 */
export function formatRatio(parts: Ratio | PhaseCounts, form: 'labelled' | 'compact' = 'labelled'): string {
  return form === 'compact'
    ? PHASE_KINDS.map((kind) => formatCounts(parts[kind])).join(':')
    : PHASE_KINDS.map((kind) => `${PHASE_LABELS[kind]} ${formatCounts(parts[kind])}`).join(' · ');
}

/** The counts of a breath with labels, without the holds that it does not have: "in 4 · out 8", "in 4 · hold 16 · out 8". */
export const formatBreath = (counts: PhaseCounts): string =>
  PHASE_KINDS.filter((kind) => !isHold(kind) || counts[kind] > 0)
    .map((kind) => `${PHASE_LABELS[kind]} ${formatCounts(counts[kind])}`)
    .join(' · ');
