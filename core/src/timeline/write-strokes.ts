import {
  firstBreathOf,
  handGoesUp,
  isOwnPaceSet,
  ownWordsIn,
  raisedHand,
  type StrokePassage,
} from '../session/index.js';
import type { StrokeNumbers } from '../ratio/index.js';
import { techniqueOf } from '../technique/index.js';
import { longestHoldOf, restAfterStrokes } from '../policy/index.js';
import {
  countsToHalfMillis,
  millis,
  secondsToMillis,
  seconds,
  type Counts,
  type Millis,
  type Pace,
} from '../units/index.js';
import { askedOfTheHand, inOwnWords } from './asked.js';
import { endedAfter, strokesInForce, turnsToLead } from './changes.js';
import type { EventSpec, ScoreWriter, Stretch } from './score-writer.js';
import { AS_WRITTEN, type LiveChange, type OpenStretch, type ResumePoint } from './timeline.js';
import { writeGetReady } from './write-get-ready.js';
import { writeTaught } from './write-teaching.js';

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
  const fromStart = resumed === null || resumed.kind === 'part';
  const first = resumed?.kind === 'cycle' ? resumed.cycle : fromStart ? 1 : turns + 1;
  let [roundsFrom, roundsTo] = [score.now(), score.now()];
  writeTaught(score, index, passage, resumed, {
    shown: () => {
      const { changes } = AS_WRITTEN;
      for (let turn = 1; turn <= (passage.teaching?.demonstrate ?? 0) * perSet; turn++)
        writeBreathing(score, passage, turn, 0, unnumbered(stretch('demonstrate', turn)), changes);
    },
    tried: () => {
      const { changes } = AS_WRITTEN;
      for (let turn = 1; turn <= (passage.teaching?.trial ?? 0) * perSet; turn++) {
        const tried = unnumbered(stretch('trial', turn));
        if (handGoesUp(passage, turn)) score.write(tried, handUp);
        writeGetReady(score, tried, passage, airwayOf(passage, turn));
        writeBreathing(score, passage, turn, 0, tried, changes);
        const rest = restAfterStrokes(passage, score.conventions, 0);
        score.write(tried, { kind: 'quiet', halfMillis: secondsToMillis(rest.planned) * 2 });
      }
    },
    itself: () => {
      if (first <= turns && handGoesUp(passage, first)) score.write(stretch('opening', null), handUp);
      if (first <= turns) writeGetReady(score, stretch('opening', null), passage, airwayOf(passage, first));
      roundsFrom = score.now();
      let before = 0;
      for (let turn = first; turn <= turns; turn++) {
        const last = turn === turns;
        // The hand was let down for the natural breathing in between; a set begins with its strokes.
        if (turn > first) {
          const { lastRound = false, ...rest } = stretch('recovery', turn);
          const ready = { ...rest, lastRound: lastRound && turn % perSet !== 1 % perSet };
          if (handGoesUp(passage, turn)) score.write(ready, handUp);
          writeGetReady(score, ready, passage, airwayOf(passage, turn));
        }
        before += writeTurn(score, passage, turn, before, stretch, last ? beforeHold : 0);
      }
      roundsTo = score.now();
      if (raised)
        score.write(stretch('closing', null), {
          kind: 'closing',
          halfMillis: secondsToMillis(passage.closing) * 2,
        });
    },
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
      fewest: turns,
      most: turns,
      cyclesPerRound: perSet,
      turns: passage.turns,
    },
    longestHold: seconds(longestHoldOf(passage, score.conventions)),
    raised,
  });
}

const airwayOf = ({ turns }: StrokePassage, turn: number) => turns[(turn - 1) % turns.length] ?? 'both';

/** What is shown or tried has no number. */
const unnumbered = ({ lastRound: _, ...stretch }: Stretch): Stretch => ({
  ...stretch,
  round: null,
  cycle: null,
});

/** @returns the strokes written. */
function writeTurn(
  score: ScoreWriter,
  passage: StrokePassage,
  turn: number,
  before: number,
  stretch: (section: Stretch['section'], turn: number) => Stretch,
  beforeHold: number,
): number {
  const words =
    (turn - 1) % passage.turns.length === 0
      ? ownWordsIn(passage, Math.ceil(turn / passage.turns.length))
      : [];
  const own = words.map(({ text }) => inOwnWords(text, 'later'));
  const begun = writeBreathing(
    score,
    passage,
    turn,
    before,
    { ...stretch('rounds', turn), words: own },
    score.plan.changes,
    stretch('recovery', turn),
  );
  writeQuiet(score, passage, turn, stretch('recovery', turn), beforeHold);
  return begun;
}

/** The first breath, the strokes and the recovery of a turn. @returns the strokes written. */
function writeBreathing(
  score: ScoreWriter,
  passage: StrokePassage,
  turn: number,
  before: number,
  stretch: Stretch,
  changes: readonly LiveChange[],
  after = stretch,
): number {
  const set = Math.ceil(turn / passage.turns.length);
  const wanted = strokesInForce(passage, turn, changes);
  const ended = endedAfter(passage.id, turn, 'strokes', changes);
  const ownPace = isOwnPaceSet(passage, set);
  const { strokes: begun, rate } =
    ended === null ? wanted : ownPace ? doneBy(passage, wanted, ended) : begunBy(wanted, ended);
  const airway = airwayOf(passage, turn);
  const first = firstBreathOf(passage);
  const { words: _, ...deep } = stretch;
  if (first)
    for (const kind of ['inhale', 'exhale'] as const)
      score.write(deep, { kind, airway, ...countedFor(first[kind], passage.pace) });
  score.write(stretch, {
    kind: 'strokes',
    airway,
    halfMillis: 0,
    strokes: { kind: passage.stroke, number: begun, rate, before, ownPace },
  });
  writeRecovery(score, passage, airway, after);
  return begun;
}

/** Strokes that were begun when a tap ended a turn. */
const begunBy = ({ strokes, rate }: StrokeNumbers, ended: Millis): StrokeNumbers => ({
  strokes: Math.min(strokes, Math.max(1, Math.ceil((ended * rate) / 60_000))),
  rate,
});

/** Strokes at one's own pace that a tap told to be done: all of them, as far as they can be so fast. */
function doneBy(
  { technique, rate }: StrokePassage,
  { strokes }: StrokeNumbers,
  ended: Millis,
): StrokeNumbers {
  const { pattern } = techniqueOf(technique);
  const fastest = pattern.kind === 'strokes' ? pattern.rate.to : rate;
  const done = Math.min(strokes, Math.max(1, Math.floor((ended * fastest) / 60_000)));
  return { strokes: done, rate: Math.min(fastest, Math.max(1, Math.round((done * 60_000) / ended))) };
}

const countedFor = (length: Counts, pace: Pace): Pick<EventSpec, 'counts' | 'pace' | 'halfMillis'> => ({
  counts: length,
  pace,
  halfMillis: countsToHalfMillis(length, pace),
});

function writeRecovery(
  score: ScoreWriter,
  passage: StrokePassage,
  airway: StrokePassage['turns'][number],
  stretch: Stretch,
): void {
  const { recovery, pace } = passage;
  if (!recovery) return;
  const { inhale, hold, exhale, exhaleThrough } = recovery;
  score.write(stretch, { kind: 'inhale', airway, ...countedFor(inhale, pace) });
  score.write(stretch, { kind: 'internalHold', airway: 'closed', ...countedFor(hold, pace) });
  const way =
    exhaleThrough === 'nose' ? { airway, mouth: null } : { airway: 'mouth' as const, mouth: exhaleThrough };
  score.write(stretch, { kind: 'exhale', ...way, ...countedFor(exhale, pace) });
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
