import { millis, seconds, type Millis, type Seconds } from '../units/index.js';
import {
  eventIndexFrom,
  type Airway,
  type EventKind,
  type Timeline,
  type TimelineEvent,
} from './timeline.js';

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
}

type Sound = Omit<Note, 'kind' | 'at' | 'pan'>;
const sound = (pitch: number, length: number, level: number): Sound => ({
  pitch,
  length: seconds(length),
  level,
});

/** The breath in lies above the breath out, and holds between them, so that each is known without looking. */
const PHASE_SOUNDS: Readonly<Record<EventKind, Sound>> = {
  inhale: sound(440, 0.9, 0.55),
  internalHold: sound(370, 1.2, 0.45),
  exhale: sound(294, 0.9, 0.55),
  externalHold: sound(247, 1.2, 0.45),
  handUp: sound(330, 1.2, 0.4),
  freeBreath: sound(330, 1.2, 0.4),
  pause: sound(392, 0.25, 0.2),
  turning: sound(370, 0.25, 0.2),
  letGo: sound(220, 1.8, 0.4),
  strokes: sound(523, 0.5, 0.5),
  quiet: sound(196, 1.8, 0.45),
  ownPace: sound(262, 1.8, 0.45),
  seatChange: sound(330, 1.2, 0.4),
  closing: sound(220, 1.8, 0.5),
  natural: sound(196, 1.8, 0.4),
};
const TICK = sound(1100, 0.05, 0.16);
const STROKE = sound(880, 0.06, 0.3);
const TENTH_STROKE = sound(1320, 0.12, 0.45);
const LOCK_ON = sound(494, 0.3, 0.35);
const LOCK_OFF = sound(415, 0.3, 0.35);
const LAST_ROUND = sound(660, 0.7, 0.35);
const BELL = sound(523, 4, 0.6);

const PAN: Readonly<Record<Airway, number>> = { left: -0.6, right: 0.6, both: 0, mouth: 0, closed: 0 };

/**
 * The notes whose onset lies in [from, to), in order: a tone as each phase begins, a tick for every count after its
 * first (unless counts are silent), a beat for every stroke, a tone where locks are set and released, a second tone where
 * the last round begins, and a bell where rounds end and where the session ends.
 */
export function notesBetween(timeline: Timeline, from: Millis, to: Millis): readonly Note[] {
  const notes: Note[] = [];
  const add = (kind: NoteKind, at: Millis, what: Sound, airway: Airway): void => {
    if (at >= from && at < to) notes.push({ kind, at, ...what, pan: PAN[airway] });
  };
  for (let index = eventIndexFrom(timeline, from); index < timeline.events.length; index++) {
    const event = timeline.events[index] as TimelineEvent;
    if (event.from >= to) break;
    const ends = endsRounds(timeline, event);
    if (ends) add('bell', event.from, BELL, 'both');
    if (!ends || inRounds(event)) add('phase', event.from, PHASE_SOUNDS[event.kind], event.airway);
    if (beginsLastRound(timeline, event)) add('last-round', event.from, LAST_ROUND, event.airway);
    if (event.strokes) addStrokes(event, add);
    else if (event.counting !== 'silent')
      for (const tick of event.ticks) if (tick > event.from) add('tick', tick, TICK, event.airway);
    if (event.locks) {
      add('lock', event.locks.on, LOCK_ON, event.airway);
      add('lock', event.locks.off, LOCK_OFF, event.airway);
    }
  }
  add('bell', timeline.total, BELL, 'both');
  return notes.sort((a, b) => a.at - b.at);
}

type Add = (kind: NoteKind, at: Millis, what: Sound, airway: Airway) => void;

/** A beat for every stroke and another tone at each tenth, so that nobody loses the count. */
function addStrokes({ ticks, airway }: TimelineEvent, add: Add): void {
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

/** All notes of a timeline, the closing bell included. */
export const notesOf = (timeline: Timeline): readonly Note[] =>
  notesBetween(timeline, millis(0), millis(timeline.total + 1));
