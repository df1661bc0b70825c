import type { FindingLevel } from '@nuvrah/core';
import { findingWords } from '../../words/finding-words';

/** A sign and a word for each level: colour only helps. */
export const LEVEL_SIGNS: Readonly<Record<FindingLevel, { readonly sign: string; readonly word: string }>> = {
  no: { sign: '⨯', word: findingWords.levels.no },
  clearance: { sign: '⚕', word: findingWords.levels.clearance },
  change: { sign: '⇄', word: findingWords.levels.change },
  care: { sign: '◦', word: findingWords.levels.care },
};
