import {
  describeRounds,
  formatClock,
  formatRatio,
  formatSeconds,
  roundsDone,
  techniqueName,
  type Naming,
  type PassageRecord,
  type SittingPlace,
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
  if (passage.kind === 'strokes') {
    const strokes = passage.turns.map((turn) =>
      turn.airway === 'both' ? `${turn.done}` : `${turn.airway} ${turn.done}`,
    );
    const sets = done === planned ? done : `${done} of ${planned}`;
    return `${name}, ${sets} ${planned === 1 ? 'set' : 'sets'}: strokes ${strokes.join(', ') || 'none'}`;
  }
  const rounds = done === planned ? describeRounds(done) : `${done} of ${describeRounds(planned)}`;
  const eased = passage.easings.map(
    ({ fromRound, counts }) => `; eased from round ${fromRound} to ${formatRatio(counts)}`,
  );
  const open =
    passage.openHolds.length > 0
      ? `; open holds ${passage.openHolds.map((held) => formatSeconds(held)).join(', ')} s`
      : '';
  const own = passage.secondsPlanned > 0 ? `; own pace ${formatClock(passage.secondsDone * 1000)}` : '';
  return `${name}, ${rounds}: ${formatRatio(passage.counts)}${eased.join('')}${open}${own}`;
}

/** Where a sitting was, as it is added to its day; nothing where it was led by the instructor. */
export const describePlace = (place: SittingPlace): string =>
  place === 'with-instructor' ? '' : place === 'home' ? ' · at home' : ' · in a class';
