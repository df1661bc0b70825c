import { handGoesUp, ownWordsIn, raisedHand, rateInSet, type StrokePassage } from '../session/index.js';
import { longestHoldOf, restAfterStrokes } from '../policy/index.js';
import { countsToHalfMillis, millis, secondsToMillis, seconds } from '../units/index.js';
import { askedOfTheHand, inOwnWords } from './asked.js';
import { endedAfter, strokesInForce, turnsToLead } from './changes.js';
import type { EventSpec, ScoreWriter, Stretch } from './score-writer.js';
import type { OpenStretch, ResumePoint } from './timeline.js';

/**
 * Writes sets of strokes. A turn is its strokes, a recovery breath and natural breathing until quiet; a turn that was
 * ended early keeps the strokes that were begun, so that what was done is on record.
 */
export function writeStrokes(
  score: ScoreWriter,
  index: number,
  passage: StrokePassage,
  beforeHold: number,
  resumed: ResumePoint | null,
): void {
  const raised = raisedHand(passage);
  const perSet = passage.turns.length;
  const turns = turnsToLead(passage, score.plan.changes);
  const stretch = (section: Stretch['section'], turn: number | null): Stretch => ({
    passage: index,
    section,
    round: turn === null ? null : Math.ceil(turn / perSet),
    cycle: turn,
    raised,
    counting: 'up',
    lastRound: turn !== null && Math.ceil(turn / perSet) === Math.ceil(turns / perSet),
  });
  const handUp: EventSpec = {
    kind: 'handUp',
    halfMillis: secondsToMillis(passage.handUp) * 2,
    asked: askedOfTheHand(passage, score.hand, score.conventions),
  };
  const first = resumed?.kind === 'cycle' ? resumed.cycle : resumed ? turns + 1 : 1;
  if (first <= turns && handGoesUp(passage, first)) score.write(stretch('opening', null), handUp);
  const roundsFrom = score.now();
  let before = 0;
  for (let turn = first; turn <= turns; turn++) {
    const last = turn === turns;
    // The hand was let down for the natural breathing in between; a set begins with its strokes.
    if (turn > first && handGoesUp(passage, turn)) {
      const { lastRound = false, ...rest } = stretch('recovery', turn);
      score.write({ ...rest, lastRound: lastRound && turn % perSet !== 1 % perSet }, handUp);
    }
    before += writeTurn(score, passage, turn, before, stretch, last ? beforeHold : 0);
  }
  const roundsTo = score.now();
  if (raised)
    score.write(stretch('closing', null), {
      kind: 'closing',
      halfMillis: secondsToMillis(passage.closing) * 2,
    });
  score.endPassage({
    id: passage.id,
    technique: passage.technique,
    seat: passage.seat,
    rounds: {
      from: roundsFrom,
      to: roundsTo,
      startsOn: passage.turns[0] ?? 'both',
      pace: passage.pace,
      cycles: turns,
      cyclesPerRound: perSet,
      turns: passage.turns,
    },
    longestHold: seconds(longestHoldOf(passage, score.conventions)),
    raised,
  });
}

/** @returns the strokes written. */
function writeTurn(
  score: ScoreWriter,
  passage: StrokePassage,
  turn: number,
  before: number,
  stretch: (section: Stretch['section'], turn: number) => Stretch,
  beforeHold: number,
): number {
  const { changes } = score.plan;
  const set = Math.ceil(turn / passage.turns.length);
  const { strokes, rate } = strokesInForce(passage, rateInSet(passage, set), turn, changes);
  const ended = endedAfter(passage.id, turn, 'strokes', changes);
  const begun = ended === null ? strokes : Math.min(strokes, Math.max(1, Math.ceil((ended * rate) / 60_000)));
  const airway = passage.turns[(turn - 1) % passage.turns.length] ?? 'both';
  const words = (turn - 1) % passage.turns.length === 0 ? ownWordsIn(passage, set) : [];
  score.write(
    { ...stretch('rounds', turn), words: words.map(({ text }) => inOwnWords(text, 'later')) },
    {
      kind: 'strokes',
      airway,
      halfMillis: 0,
      strokes: { kind: passage.stroke, number: begun, rate, before },
    },
  );
  writeRecovery(score, passage, airway, stretch('recovery', turn));
  writeQuiet(score, passage, turn, stretch('recovery', turn), beforeHold);
  return begun;
}

function writeRecovery(
  score: ScoreWriter,
  passage: StrokePassage,
  airway: StrokePassage['turns'][number],
  stretch: Stretch,
): void {
  const { recovery, pace } = passage;
  if (!recovery) return;
  const { inhale, hold, exhale, exhaleThrough } = recovery;
  const counted = (counts: typeof inhale) => ({ counts, pace, halfMillis: countsToHalfMillis(counts, pace) });
  score.write(stretch, { kind: 'inhale', airway, ...counted(inhale) });
  score.write(stretch, { kind: 'internalHold', airway: 'closed', ...counted(hold) });
  const way =
    exhaleThrough === 'nose' ? { airway, mouth: null } : { airway: 'mouth' as const, mouth: exhaleThrough };
  score.write(stretch, { kind: 'exhale', ...way, ...counted(exhale) });
}

function writeQuiet(
  score: ScoreWriter,
  passage: StrokePassage,
  turn: number,
  stretch: Stretch,
  beforeHold: number,
): void {
  const rest = restAfterStrokes(passage, score.conventions, beforeHold);
  const expected = secondsToMillis(rest.planned);
  if (!rest.open) {
    score.write(stretch, { kind: 'quiet', halfMillis: expected * 2 });
    return;
  }
  const open: OpenStretch = {
    expected,
    least: secondsToMillis(rest.least),
    cap: secondsToMillis(rest.most),
  };
  const tapped = endedAfter(passage.id, turn, 'quiet', score.plan.changes);
  const length =
    tapped === null
      ? score.plan.open === 'cap'
        ? open.cap
        : expected
      : millis(Math.min(open.cap, Math.max(open.least, tapped)));
  score.write(stretch, { kind: 'quiet', halfMillis: length * 2, open });
}
