import type { Part } from '../session/index.js';
import {
  ALL_THREE,
  LOCKS,
  BREATH_PATH_NAMES,
  SEATS,
  type LockId,
  type MouthForm,
  type Named,
  type Naming,
  type SeatId,
} from '../technique/index.js';
import { formatCounts, type Counts } from '../units/index.js';
import { describeFingers, moves, type HandAtNose } from './fingers.js';
import type { Airway, EventKind, OwnPace, Strokes } from './timeline.js';
import { SIDE_NAMES, timelineWords } from '../words/index.js';
import { PHASE_LABELS } from '../ratio/index.js';

/** What is said and what is shown for one event, in each way of writing names. */
export interface Cue {
  /** "Inhale left", "Hold full, chin lock". */
  readonly spoken: Named;
  /** "inhale left, 4": the event as what comes next. */
  readonly next: Named;
  /** What the fingers do as it begins, or null when they stay. */
  readonly fingers: string | null;
}

/** What a cue is made from. */
export interface CueFacts {
  readonly kind: EventKind;
  readonly airway: Airway;
  readonly mouth: MouthForm | null;
  readonly counts: Counts | null;
  readonly part: Part | null;
  readonly hum: boolean;
  readonly locks: readonly LockId[];
  readonly open: boolean;
  readonly raised: 'nose' | 'ears' | null;
  readonly strokes: Strokes | null;
  readonly ownPace: OwnPace | null;
  /** The seat that is changed to. */
  readonly seat: SeatId | null;
}

export const named = (make: (naming: Naming) => string): Named => ({
  plain: make('plain'),
  diacritic: make('diacritic'),
  english: make('english'),
});

const AIRWAY_WORDS: Readonly<Record<Airway, string>> = {
  left: ` ${SIDE_NAMES.left}`,
  right: ` ${SIDE_NAMES.right}`,
  both: timelineWords.cue.throughBoth,
  mouth: '',
  closed: '',
};

/** The cue of an event that follows one with the fingers at `before`. */
export function cueFor(facts: CueFacts, before: HandAtNose | null, hand: HandAtNose | null): Cue {
  const length = facts.counts === null ? '' : `, ${formatCounts(facts.counts)}`;
  const spoken = named((naming) => speak(facts, naming));
  return {
    spoken,
    next: named((naming) => lowerFirst(spoken[naming]) + length),
    fingers: facts.ownPace?.fingers
      ? takeTurns(facts.ownPace.fingers)
      : hand && describeFingers(before, hand),
  };
}

const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

function speak(facts: CueFacts, naming: Naming): string {
  const { kind, part, strokes } = facts;
  switch (kind) {
    case 'inhale':
    case 'exhale':
      return part?.region && part.index > 1 ? capital(part.region) : breath(facts, kind);
    case 'internalHold':
    case 'externalHold':
      return hold(facts, naming);
    case 'pause':
      return timelineWords.cue.pause;
    case 'turning':
      return timelineWords.cue.turn;
    case 'letGo':
      return timelineWords.cue.letGo;
    case 'strokes':
      return (
        timelineWords.cue.strokes(strokes?.number ?? 0) +
        AIRWAY_WORDS[facts.airway] +
        (strokes?.ownPace ? timelineWords.cue.strokesAtOwnPace : '')
      );
    case 'quiet':
      return timelineWords.cue.naturallyUntilQuiet;
    case 'ownPace':
      return facts.ownPace ? ownPace(facts.ownPace) : timelineWords.cue.sameAtOwnPace;
    case 'seatChange':
      return facts.seat
        ? timelineWords.cue.changeTheSeat(SEATS[facts.seat].name)
        : timelineWords.cue.changeTheSeatNow;
    case 'handUp':
      return facts.raised === 'ears' ? timelineWords.cue.handsToTheEars : timelineWords.cue.raiseTheHand;
    case 'freeBreath':
      return timelineWords.cue.freeBreath;
    case 'explain':
      return timelineWords.cue.listen;
    case 'showing':
      return timelineWords.cue.watch;
    case 'trying':
      return timelineWords.cue.trial;
    case 'getReady':
      return timelineWords.cue.getReady;
    case 'silence':
      return timelineWords.cue.sitQuietly;
    case 'ask':
      return timelineWords.cue.howIsItNow;
    case 'closing':
      return facts.raised === 'ears' ? timelineWords.cue.handsDown : timelineWords.cue.handDownBreath;
    case 'natural':
      return timelineWords.cue.breatheNaturally;
  }
}

/** "The same at your own pace: in left, out right, in right, out left"; near the end, the side to end on. */
function ownPace({ stage, alone, breaths, endsOn }: OwnPace): string {
  const finish =
    endsOn === 'both' ? timelineWords.cue.finishRound : timelineWords.cue.finishRoundOn(SIDE_NAMES[endsOn]);
  switch (stage) {
    case 'going': {
      const ways = breaths.map(({ kind, airway }) => PHASE_LABELS[kind] + AIRWAY_WORDS[airway]);
      const { atOwnPaceWith, sameAtOwnPaceWith } = timelineWords.cue;
      return (alone ? atOwnPaceWith : sameAtOwnPaceWith)(endsOn === 'both' ? '' : `: ${ways.join(', ')}`);
    }
    case 'last-minute':
      return timelineWords.cue.minuteToGo;
    case 'last-round':
      return timelineWords.cue.lastRound(finish);
  }
}

/** Fingers where the sides change without being led. */
const takeTurns = ({ left, right }: NonNullable<OwnPace['fingers']>): string =>
  timelineWords.cue.fingersInTurn(moves(right, 'close'), moves(left, 'close'));

function breath({ airway, mouth, part, hum }: CueFacts, kind: 'inhale' | 'exhale'): string {
  const verb = hum
    ? kind === 'exhale'
      ? timelineWords.cue.humOut
      : timelineWords.cue.humIn
    : kind === 'inhale'
      ? timelineWords.cue.inhale
      : timelineWords.cue.exhale;
  const way = mouth ? `, ${BREATH_PATH_NAMES[mouth]}` : AIRWAY_WORDS[airway];
  if (!part) return verb + way;
  if (part.region) return `${verb}${way}, ${part.region}`;
  return part.index === 1 ? timelineWords.cue.part1(verb, way) : timelineWords.cue.part(part.index);
}

function hold({ kind, locks, open }: CueFacts, naming: Naming): string {
  const words = timelineWords.cue[kind === 'internalHold' ? 'internalHold' : 'externalHold'](
    open ? timelineWords.cue.whileItIsEasy : '',
  );
  return locks.length === 0 ? words : `${words}, ${nameLocks(locks, naming)}`;
}

/** "chin lock and root lock"; all three by their own name. */
export function nameLocks(locks: readonly LockId[], naming: Naming): string {
  if (locks.length === 3) return ALL_THREE[naming];
  const [first = '', second] = locks.map((lock) => LOCKS[lock].names[naming]);
  return second === undefined ? first : timelineWords.cue.and(first, second);
}

/** What is called when locks are set: "chin down; pelvic floor". */
export const callLocksOn = (locks: readonly LockId[]): string =>
  capital(locks.map((lock) => LOCKS[lock].engage).join('; '));

/** What is called when they are released, in reverse order. */
export const callLocksOff = (locks: readonly LockId[]): string =>
  capital(
    [...locks]
      .reverse()
      .map((lock) => LOCKS[lock].release)
      .join('; '),
  );

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
