import {
  describeRounds,
  formatClock,
  formatRatio,
  roundsDone,
  techniqueName,
  type Naming,
  type PassageRecord,
} from '@nuvrah/core';

/** What was done of one passage, against what was planned, in words. */
export function describePassageRecord(passage: PassageRecord, naming: Naming): string {
  const name = techniqueName(passage.technique, naming);
  if (passage.kind === 'natural') {
    const [done, planned] = [
      formatClock(passage.secondsDone * 1000),
      formatClock(passage.secondsPlanned * 1000),
    ];
    return `${name}: ${done === planned ? done : `${done} of ${planned}`}`;
  }
  const done = roundsDone(passage);
  const planned = passage.cyclesPlanned / passage.cyclesPerRound;
  const rounds = done === planned ? describeRounds(done) : `${done} of ${describeRounds(planned)}`;
  const eased = passage.easings.map(
    ({ fromRound, counts }) => `; eased from round ${fromRound} to ${formatRatio(counts)}`,
  );
  return `${name}, ${rounds}: ${formatRatio(passage.counts)}${eased.join('')}`;
}
