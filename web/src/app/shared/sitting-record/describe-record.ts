import {
  describeRounds,
  formatClock,
  formatCounts,
  formatBreath,
  formatSeconds,
  isComplete,
  isStrainSign,
  PHASE_KINDS,
  PHASE_LABELS,
  roundsDone,
  signById,
  STEP_KINDS,
  STRAIN_SIGNS,
  techniqueName,
  type LeadRecord,
  type LoggedStep,
  type Naming,
  type PassageRecord,
  type SittingPlace,
  type StepKind,
} from '@nuvrah/core';
import { ledgerWords } from '../../words/ledger-words';

/** What was done of one passage, with the name of its technique: "Alternate-nostril breath, 3 of 4 rounds: in 4 · out 8". */
export const describePassageRecord = (passage: PassageRecord, naming: Naming): string =>
  `${techniqueName(passage.technique, naming)}${passage.kind === 'natural' ? ': ' : ', '}${describeDone(passage)}`;

/** What was done of one passage, against what was planned, in words. */
export function describeDone(passage: PassageRecord): string {
  if (passage.kind === 'natural') {
    const [done, planned] = [
      formatClock(passage.secondsDone * 1000),
      formatClock(passage.secondsPlanned * 1000),
    ];
    return done === planned ? done : ledgerWords.describeRecord.of(done, planned);
  }
  const done = roundsDone(passage);
  const planned = passage.cyclesPlanned / passage.cyclesPerRound;
  if (passage.kind === 'strokes') {
    const strokes = passage.turns.map((turn) =>
      turn.airway === 'both' ? `${turn.done}` : `${turn.airway} ${turn.done}`,
    );
    const sets = done === planned ? done : ledgerWords.describeRecord.of(done, planned);
    return ledgerWords.describeRecord.strokes(sets, planned, strokes.join(', '));
  }
  const rounds =
    done === planned ? describeRounds(done) : ledgerWords.describeRecord.of(done, describeRounds(planned));
  const open =
    passage.openHolds.length > 0
      ? ledgerWords.describeRecord.openHoldsS(passage.openHolds.map((held) => formatSeconds(held)).join(', '))
      : '';
  if (passage.cyclesPlanned === 0 && passage.cyclesDone === 0) {
    const [led, whole] = [
      formatClock(passage.secondsDone * 1000),
      formatClock(passage.secondsPlanned * 1000),
    ];
    return ledgerWords.describeRecord.ownPaceAlone(
      formatBreath(passage.counts),
      isComplete(passage) ? whole : ledgerWords.describeRecord.of(led, whole),
    );
  }
  const own =
    passage.secondsPlanned > 0
      ? ledgerWords.describeRecord.ownPace(formatClock(passage.secondsDone * 1000))
      : '';
  return `${rounds}: ${ledIn(passage)}${open}${own}`;
}

/** What was put in while leading, and what was done and seen on the way, each with its time: "04:10 Eased down, round 3". */
export function describeWay(
  { passages, added = [], log = [], signs }: Pick<LeadRecord, 'passages' | 'added' | 'log' | 'signs'>,
  naming: Naming,
): readonly string[] {
  const words = ledgerWords.describeRecord;
  const techniqueOf = new Map(
    [...passages, ...added].map(({ passageId, technique }) => [passageId, technique]),
  );
  // A sign that was pressed by mistake never counts.
  const told = log.filter(({ what }) => isStep(what) || isStrainSign(what) || signs.includes(what));
  const steps = told.map(({ at, passageId, round, what }) => {
    const technique = techniqueOf.get(passageId);
    const place = technique ? techniqueName(technique, naming) : '';
    return words.step(formatClock(at), stepName(what), round === null ? place : words.inRound(place, round));
  });
  return [...added.map((passage) => words.added(describePassageRecord(passage, naming))), ...steps];
}

const stepName = (what: LoggedStep['what']): string => {
  if (isStrainSign(what)) return STRAIN_SIGNS.find(({ id }) => id === what)?.label ?? what;
  return isStep(what) ? ledgerWords.describeRecord.steps[what] : signById(what).label;
};

const isStep = (what: LoggedStep['what']): what is StepKind => STEP_KINDS.some((step) => step === what);

/** Of more changes than these the first and the last are told. */
const MOST_TOLD = 4;

/** "in 4 · out 6; from round 3 out 7; from round 5 eased to in 3 · out 6". */
function ledIn({ counts, countsLed, easings }: Extract<PassageRecord, { kind: 'counted' }>): string {
  const [first, ...changes] = countsLed ?? [{ fromRound: 1, counts }, ...easings];
  if (!first) return formatBreath(counts);
  const told = changes.length > MOST_TOLD ? changes.slice(-1) : changes;
  const lines = told.map((change) => {
    const eased = easings.find(({ fromRound }) => fromRound === change.fromRound);
    if (eased)
      return ledgerWords.describeRecord.fromRoundEasedTo(change.fromRound, formatBreath(change.counts));
    const before = countsLed?.[countsLed.indexOf(change) - 1]?.counts ?? first.counts;
    const of = told.length < changes.length ? first.counts : before;
    const moved = PHASE_KINDS.filter((kind) => change.counts[kind] !== of[kind]);
    const now = moved.map((kind) => `${PHASE_LABELS[kind]} ${formatCounts(change.counts[kind])}`).join(' · ');
    return told.length < changes.length
      ? ledgerWords.describeRecord.byRound(change.fromRound, now)
      : ledgerWords.describeRecord.fromRound(change.fromRound, now);
  });
  return `${formatBreath(first.counts)}${lines.join('')}`;
}

/** Where a sitting was, as it is added to its day; nothing where it was led by the instructor. */
export const describePlace = (place: SittingPlace): string =>
  place === 'with-instructor'
    ? ''
    : place === 'home'
      ? ledgerWords.describeRecord.atHome
      : ledgerWords.describeRecord.inAClass;
