import { millis, seconds, type Millis, type Seconds } from '../units/index.js';
import {
  eventIndexFrom,
  type Airway,
  type EventKind,
  type RoundsSpan,
  type Strokes,
  type Timeline,
  type TimelineEvent,
} from './timeline.js';
import { thinned } from './thinning.js';

export type NoteKind = 'phase' | 'tick' | 'stroke' | 'lock' | 'last-round' | 'bell';

/** One sound of a session: what is heard when. */
export interface Note {
  readonly kind: NoteKind;
  /** Onset, from the start of the timeline. */
  readonly at: Millis;
  /** Hertz. */
  readonly pitch: number;
  /** How long it rings. */
  readonly length: Seconds;
  /** 0 to 1. */
  readonly level: number;
  /** -1 (left) to 1 (right): with eyes closed the ear is told the side too. */
  readonly pan: number;
  /** The same for the hand that holds a phone: milliseconds of vibration and of rest by turns; none where nothing is felt. */
  readonly felt: readonly number[];
}

type Sound = Omit<Note, 'kind' | 'at' | 'pan'>;
const sound = (pitch: number, length: number, level: number, felt: readonly number[] = []): Sound => ({
  pitch,
  length: seconds(length),
  level,
  felt,
});

/** Felt without looking or hearing: twice for in, once and long for out, once and short for a hold or anything else. */
const FELT = {
  in: [120, 80, 120],
  out: [350],
  short: [70],
  lock: [40, 60, 40],
  last: [120, 80, 120, 80, 120],
  end: [400, 150, 400],
} as const satisfies Readonly<Record<string, readonly number[]>>;

/** The breath in lies above the breath out, and holds between them, so that each is known without looking. */
const PHASE_SOUNDS: Readonly<Record<EventKind, Sound>> = {
  inhale: sound(440, 0.9, 0.55, FELT.in),
  internalHold: sound(370, 1.2, 0.45, FELT.short),
  exhale: sound(294, 0.9, 0.55, FELT.out),
  externalHold: sound(247, 1.2, 0.45, FELT.short),
  handUp: sound(330, 1.2, 0.4, FELT.short),
  freeBreath: sound(330, 1.2, 0.4, FELT.short),
  pause: sound(392, 0.25, 0.2),
  turning: sound(370, 0.25, 0.2),
  letGo: sound(220, 1.8, 0.4, FELT.short),
  strokes: sound(523, 0.5, 0.5, FELT.short),
  quiet: sound(196, 1.8, 0.45, FELT.short),
  ownPace: sound(262, 1.8, 0.45, FELT.short),
  seatChange: sound(330, 1.2, 0.4, FELT.short),
  explain: sound(330, 1.2, 0.4, FELT.short),
  showing: sound(330, 1.2, 0.4, FELT.short),
  trying: sound(330, 1.2, 0.4, FELT.short),
  getReady: sound(330, 0.9, 0.4, FELT.short),
  silence: sound(196, 1.8, 0.4, FELT.short),
  ask: sound(262, 1.2, 0.4, FELT.short),
  closing: sound(220, 1.8, 0.5, FELT.short),
  natural: sound(196, 1.8, 0.4, FELT.short),
};
const TICK = sound(1100, 0.05, 0.16);
const STROKE = sound(880, 0.06, 0.3);
const TENTH_STROKE = sound(1320, 0.12, 0.45);
const LOCK_ON = sound(494, 0.3, 0.35, FELT.lock);
const LOCK_OFF = sound(415, 0.3, 0.35, FELT.lock);
const LAST_ROUND = sound(660, 0.7, 0.35, FELT.last);
const BELL = sound(523, 4, 0.6, FELT.end);

const PAN: Readonly<Record<Airway, number>> = { left: -0.6, right: 0.6, both: 0, mouth: 0, closed: 0 };

/** The tone with which a stretch of some kind begins. */
export const phaseNote = (kind: EventKind, airway: Airway, at: Millis): Note => ({
  kind: 'phase',
  at,
  ...PHASE_SOUNDS[kind],
  pan: PAN[airway],
});

/**
 * The notes whose onset lies in [from, to), in order: a tone as each phase begins, a tick for every count after its
 * first (unless counts are silent), a beat for every stroke, a tone where locks are set and released, a second tone where
 * the last round begins, and a bell where rounds end and where the session ends. A session that ends in sleep thins out.
 */
export function notesBetween(timeline: Timeline, from: Millis, to: Millis): readonly Note[] {
  const notes: Note[] = [];
  let level = 1;
  const add = (kind: NoteKind, at: Millis, what: Sound, airway: Airway): void => {
    if (at < from || at >= to || level === 0) return;
    const soft = level === 1 ? what : { ...what, level: what.level * level };
    notes.push({ kind, at, ...soft, pan: PAN[airway] });
  };
  for (let index = eventIndexFrom(timeline, from); index < timeline.events.length; index++) {
    const event = timeline.events[index] as TimelineEvent;
    if (event.from >= to) break;
    const ends = endsRounds(timeline, event);
    level = thinned(timeline, event).level;
    if (ends && level === 1) add('bell', event.from, BELL, 'both');
    if (!ends || inRounds(event)) add('phase', event.from, PHASE_SOUNDS[event.kind], event.airway);
    if (beginsLastRound(timeline, event)) add('last-round', event.from, LAST_ROUND, event.airway);
    if (event.strokes) addStrokes(event, event.strokes, add);
    else if (event.counting !== 'silent')
      for (const tick of event.ticks) if (tick > event.from) add('tick', tick, TICK, event.airway);
    if (event.locks) {
      add('lock', event.locks.on, LOCK_ON, event.airway);
      add('lock', event.locks.off, LOCK_OFF, event.airway);
    }
  }
  // Whoever sleeps is not called.
  if (timeline.thins === undefined) add('bell', timeline.total, BELL, 'both');
  return notes.sort((a, b) => a.at - b.at);
}

type Add = (kind: NoteKind, at: Millis, what: Sound, airway: Airway) => void;

/** A beat for every stroke and another tone at each tenth, so that nobody loses the count; none at one's own pace. */
function addStrokes({ ticks, airway }: TimelineEvent, { ownPace }: Strokes, add: Add): void {
  if (ownPace) return;
  ticks.forEach((tick, index) => {
    add('stroke', tick, (index + 1) % 10 === 0 ? TENTH_STROKE : STROKE, airway);
  });
}

/** The bell instead of a tone: the rounds of a passage are over. */
const endsRounds = ({ events }: Timeline, event: TimelineEvent): boolean => {
  const before = events[event.index - 1];
  return before !== undefined && inRounds(before) && (!inRounds(event) || before.passage !== event.passage);
};

const inRounds = ({ section }: TimelineEvent): boolean => section === 'rounds' || section === 'recovery';

/** True for the first event of the last round of a passage that has more than one, minutes at one's own pace included. */
export function beginsLastRound({ events }: Timeline, event: TimelineEvent): boolean {
  const before = events[event.index - 1];
  if (!event.lastRound || (before?.lastRound && before.passage === event.passage)) return false;
  return event.ownPace !== null || (event.round !== null && event.round > 1);
}

/** Number of the last round: a half round that a convention adds counts as one of its own. */
export const lastRound = (
  rounds: { readonly cycles: number; readonly cyclesPerRound: number } | null,
): number => (rounds ? Math.ceil(rounds.cycles / rounds.cyclesPerRound) : 0);

/** Rounds that are planned at least, where more follow until the last one is called. */
export const fewestRounds = (rounds: RoundsSpan | null): number =>
  rounds ? Math.ceil(rounds.fewest / rounds.cyclesPerRound) : 0;

/** All notes of a timeline, the closing bell included. */
export const notesOf = (timeline: Timeline): readonly Note[] =>
  notesBetween(timeline, millis(0), millis(timeline.total + 1));
