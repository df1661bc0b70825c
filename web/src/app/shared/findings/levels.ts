import type { FindingLevel } from '@nuvrah/core';

/** A sign and a word for each level: colour only helps. */
export const LEVEL_SIGNS: Readonly<Record<FindingLevel, { readonly sign: string; readonly word: string }>> = {
  no: { sign: '⨯', word: 'No' },
  clearance: { sign: '⚕', word: 'Clearance' },
  change: { sign: '⇄', word: 'Change' },
  care: { sign: '◦', word: 'Care' },
};
