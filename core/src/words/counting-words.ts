import { inLanguage, type Value } from '../language.js';

/** What a counting mirror says. */
export const countingWords = inLanguage({
  keeps: (phase: Value) => `Your ${phase} keeps the pace.`,
  runs: (phase: Value, percent: Value, fast: boolean, from: number) =>
    `Your ${phase} runs ${percent} % ${fast ? 'fast' : 'slow'}${from > 1 ? ` from count ${from}` : ''}.`,
});
