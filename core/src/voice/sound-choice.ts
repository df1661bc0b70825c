import type { Note, NoteKind } from '../timeline/index.js';
import { COUNTED_ALOUD, type Saying, type VoiceChoice } from './sayings.js';

/** How loud each kind of sound is, 0 (not heard) to 1. */
export interface Loudness {
  readonly voice: number;
  /** Tones of phases and locks, and bells. */
  readonly tones: number;
  /** Ticks of counts, and beats of strokes. */
  readonly ticks: number;
}

/** How a session sounds: what is said, and how loud it is. */
export interface SoundChoice extends VoiceChoice {
  readonly loudness: Loudness;
  /** Whether phases and ends are felt too, on a device that vibrates; left out where they are not. */
  readonly vibrates?: boolean;
}

/** As a teacher would in a quiet room: everything is said, over soft tones. */
export const DEFAULT_SOUND: SoundChoice = {
  cues: true,
  counts: COUNTED_ALOUD,
  silentAfter: null,
  loudness: { voice: 0.9, tones: 0.7, ticks: 0.5 },
};

/** Which loudness a note follows. */
export const loudnessOf = (kind: NoteKind): keyof Loudness =>
  kind === 'tick' || kind === 'stroke' ? 'ticks' : 'tones';

/** Share of its level at which a note sounds while something is said. */
const UNDER_VOICE = 0.35;

/** The note as it sounds beside what is said: under words it steps back, so that they are understood. A bell rings on. */
export const underVoice = (note: Note, sayings: readonly Saying[]): Note =>
  note.kind !== 'bell' &&
  sayings.some(({ at, until }) => note.at < until && at < note.at + note.length * 1000)
    ? { ...note, level: note.level * UNDER_VOICE }
    : note;
